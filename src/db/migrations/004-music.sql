-- A studio's tracks: what was heard in them, what people set right, and what may be done with them.
CREATE TABLE tracks (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  sha256 char(64) NOT NULL UNIQUE REFERENCES media_files,
  title text NOT NULL CHECK (length(title) BETWEEN 1 AND 300),
  artist text NOT NULL DEFAULT '' CHECK (length(artist) <= 300),
  codec text NOT NULL,
  channels integer NOT NULL CHECK (channels BETWEEN 1 AND 64),
  rate_hz integer NOT NULL CHECK (rate_hz > 0),
  tags jsonb NOT NULL DEFAULT '{}',
  -- How the program made it; null: it came from outside.
  made jsonb,
  state text NOT NULL DEFAULT 'waiting' CHECK (state IN ('waiting', 'hearing', 'heard', 'failed')),
  progress real NOT NULL DEFAULT 0 CHECK (progress BETWEEN 0 AND 1),
  message text,
  beat_at timestamptz NOT NULL DEFAULT now(),
  duration_us bigint NOT NULL CHECK (duration_us >= 0),
  -- The tempo map in use and the one that was heard; null where no beat was found.
  map jsonb,
  heard_map jsonb,
  beat_clarity real,
  bar_clarity real,
  sections jsonb NOT NULL DEFAULT '[]',
  lufs real,
  range_lu real,
  true_peak_db real,
  clipped_runs integer,
  silence_before_us bigint,
  silence_after_us bigint,
  -- One byte a twentieth of a second; four bytes a tenth (float, little-endian).
  waveform bytea,
  energies bytea,
  composition text NOT NULL DEFAULT '',
  recording text NOT NULL DEFAULT '',
  sync text NOT NULL DEFAULT 'none' CHECK (sync IN ('none', 'licensed', 'own', 'free')),
  master text NOT NULL DEFAULT 'none' CHECK (master IN ('none', 'licensed', 'own', 'free')),
  territory text NOT NULL DEFAULT '',
  platforms text[] NOT NULL DEFAULT '{}',
  until date,
  proof_sha256 char(64) REFERENCES media_files,
  proof_name text,
  credit text NOT NULL DEFAULT '',
  created_at timestamptz NOT NULL DEFAULT now(),
  CHECK ((proof_sha256 IS NULL) = (proof_name IS NULL))
);
CREATE INDEX tracks_by_title ON tracks (lower(title), id);

-- A render is of the programme, or of the music bed alone, which needs no take.
ALTER TABLE renders ADD COLUMN kind text NOT NULL DEFAULT 'programme' CHECK (kind IN ('programme', 'bed-wav', 'bed-flac'));
ALTER TABLE renders ALTER COLUMN take_id DROP NOT NULL;
ALTER TABLE renders ADD CHECK ((kind = 'programme') = (take_id IS NOT NULL));
