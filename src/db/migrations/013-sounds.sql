-- The sound of a programme by itself: the mix, and its parts.
ALTER TABLE renders DROP CONSTRAINT renders_kind_check;
ALTER TABLE renders ADD CONSTRAINT renders_kind_check CHECK (kind IN (
  'programme', 'bed-wav', 'bed-flac', 'sound-mix', 'sound-voice', 'sound-music', 'sound-tones', 'sound-clean'));
