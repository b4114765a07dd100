-- The sound of a programme by itself, with its chapters.
ALTER TABLE renders DROP CONSTRAINT renders_kind_check;
ALTER TABLE renders ADD CONSTRAINT renders_kind_check CHECK (kind IN (
  'programme', 'clean', 'audio', 'viewers-page', 'overlay-mov', 'overlay-webm', 'overlay-pictures', 'stretch', 'covers',
  'kit', 'bed-wav', 'bed-flac', 'sound-mix', 'sound-voice', 'sound-music', 'sound-tones', 'sound-clean'));
