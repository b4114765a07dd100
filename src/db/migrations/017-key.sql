-- The key of a track as it was heard: {tonic, minor}. NULL: none is plain, or it was heard before keys were.
ALTER TABLE tracks ADD COLUMN music_key jsonb;
