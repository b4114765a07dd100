-- Workouts and their history, media by content, takes, transcripts, renders.
CREATE TABLE workouts (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  document jsonb NOT NULL,
  revision integer NOT NULL DEFAULT 1 CHECK (revision >= 1),
  title text NOT NULL CHECK (length(title) <= 2000),
  length_us bigint NOT NULL CHECK (length_us >= 0),
  has_moves boolean NOT NULL,
  has_cues boolean NOT NULL,
  accepted boolean NOT NULL,
  take_id uuid,
  created_at timestamptz NOT NULL DEFAULT now(),
  updated_at timestamptz NOT NULL DEFAULT now()
);

-- One row for each accepted change: revision N-1 becomes N by `patch`, and N becomes N-1 by `inverse` (RFC 6902).
CREATE TABLE workout_changes (
  workout_id uuid NOT NULL REFERENCES workouts ON DELETE CASCADE,
  revision integer NOT NULL CHECK (revision >= 2),
  patch jsonb NOT NULL CHECK (jsonb_typeof(patch) = 'array'),
  inverse jsonb NOT NULL CHECK (jsonb_typeof(inverse) = 'array'),
  made_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (workout_id, revision)
);

CREATE TABLE media_files (
  sha256 char(64) PRIMARY KEY CHECK (sha256 ~ '^[0-9a-f]{64}$'),
  extension text NOT NULL CHECK (extension ~ '^[a-z0-9]{2,5}$'),
  bytes bigint NOT NULL CHECK (bytes > 0),
  created_at timestamptz NOT NULL DEFAULT now()
);

CREATE TABLE takes (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  workout_id uuid NOT NULL REFERENCES workouts ON DELETE CASCADE,
  sha256 char(64) NOT NULL REFERENCES media_files,
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 300),
  duration_us bigint NOT NULL CHECK (duration_us > 0),
  rate_num integer NOT NULL CHECK (rate_num > 0),
  rate_den integer NOT NULL CHECK (rate_den > 0),
  width integer NOT NULL CHECK (width > 0),
  height integer NOT NULL CHECK (height > 0),
  video_codec text NOT NULL,
  audio_codec text,
  video_start_us bigint NOT NULL,
  created_at timestamptz NOT NULL DEFAULT now(),
  UNIQUE (workout_id, sha256)
);

ALTER TABLE workouts ADD FOREIGN KEY (take_id) REFERENCES takes ON DELETE SET NULL;

CREATE TABLE take_waveforms (
  take_id uuid PRIMARY KEY REFERENCES takes ON DELETE CASCADE,
  peaks_a_second integer NOT NULL CHECK (peaks_a_second > 0),
  -- One byte a peak: the largest magnitude, 0 to 255.
  peaks bytea NOT NULL
);

CREATE TABLE transcripts (
  take_id uuid PRIMARY KEY REFERENCES takes ON DELETE CASCADE,
  format text NOT NULL CHECK (format IN ('vtt', 'srt', 'paragraphs')),
  text text NOT NULL CHECK (length(text) BETWEEN 1 AND 8000000),
  updated_at timestamptz NOT NULL DEFAULT now()
);

CREATE TABLE renders (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  workout_id uuid NOT NULL REFERENCES workouts ON DELETE CASCADE,
  take_id uuid NOT NULL REFERENCES takes ON DELETE CASCADE,
  revision integer NOT NULL CHECK (revision >= 1),
  state text NOT NULL DEFAULT 'queued' CHECK (state IN ('queued', 'running', 'done', 'failed', 'cancelled')),
  progress real NOT NULL DEFAULT 0 CHECK (progress BETWEEN 0 AND 1),
  message text,
  sha256 char(64) REFERENCES media_files,
  created_at timestamptz NOT NULL DEFAULT now(),
  -- The worker's sign of life while it renders.
  beat_at timestamptz NOT NULL DEFAULT now(),
  CHECK ((state = 'done') = (sha256 IS NOT NULL))
);
CREATE INDEX renders_of_workout ON renders (workout_id, created_at DESC);
CREATE INDEX takes_of_workout ON takes (workout_id, created_at);

-- Which workers live, for /healthz.
CREATE TABLE worker_beats (
  name text PRIMARY KEY,
  beat_at timestamptz NOT NULL
);
