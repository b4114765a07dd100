-- More films of a programme than one, and what was asked for where there is a choice: a piece of the class and its shape.
ALTER TABLE renders DROP CONSTRAINT renders_kind_check;
ALTER TABLE renders ADD CONSTRAINT renders_kind_check CHECK (kind IN (
  'programme', 'clean', 'viewers-page', 'overlay-mov', 'overlay-webm', 'overlay-pictures', 'stretch', 'covers', 'kit',
  'bed-wav', 'bed-flac', 'sound-mix', 'sound-voice', 'sound-music', 'sound-tones', 'sound-clean'));
ALTER TABLE renders ADD COLUMN options jsonb;
