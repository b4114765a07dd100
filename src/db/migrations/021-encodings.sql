-- The film in other encodings than the master's.
ALTER TABLE renders DROP CONSTRAINT renders_kind_check;
ALTER TABLE renders ADD CONSTRAINT renders_kind_check CHECK (kind IN (
  'programme', 'clean', 'small', 'av1', 'vp9', 'audio', 'viewers-page', 'overlay-mov', 'overlay-webm',
  'overlay-pictures', 'stretch', 'covers', 'kit', 'bed-wav', 'bed-flac', 'sound-mix', 'sound-voice', 'sound-music',
  'sound-tones', 'sound-clean'));
