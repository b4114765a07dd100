-- How the people of a studio speak, learned from lines of theirs. Seconds each; see core/speech/line-time.ts.
CREATE TABLE speakers (
  name text PRIMARY KEY CHECK (length(name) BETWEEN 1 AND 200),
  syllable_s real NOT NULL CHECK (syllable_s >= 0),
  consonant_s real NOT NULL CHECK (consonant_s >= 0),
  word_s real NOT NULL CHECK (word_s >= 0),
  short_pause_s real NOT NULL CHECK (short_pause_s >= 0),
  long_pause_s real NOT NULL CHECK (long_pause_s >= 0),
  start_s real NOT NULL CHECK (start_s >= 0),
  lines integer NOT NULL CHECK (lines > 0),
  error real NOT NULL CHECK (error >= 0),
  updated_at timestamptz NOT NULL DEFAULT now()
);
