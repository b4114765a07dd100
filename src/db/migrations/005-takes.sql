-- Takes of several cameras and recorders, what was heard in them, light copies and small pictures; what a studio learned.
ALTER TABLE takes
  -- A take of its own, or another camera or recorder of the same hour.
  ADD COLUMN role text NOT NULL DEFAULT 'take' CHECK (role IN ('take', 'camera', 'recorder')),
  ADD COLUMN of_take uuid REFERENCES takes ON DELETE SET NULL,
  -- Where the other take's 0 lies on this file's clock, how much faster this clock runs, and how well the points lie on that line.
  ADD COLUMN offset_us bigint,
  ADD COLUMN drift_ppm double precision,
  ADD COLUMN spread_us bigint,
  -- Voice, beeps, claps, levels; null until they were listened for.
  ADD COLUMN sound jsonb,
  ADD COLUMN proxy_sha256 char(64) REFERENCES media_files,
  -- A sheet of small pictures and how it is read: {"every_us", "columns", "width", "height", "count"}.
  ADD COLUMN thumbs_sha256 char(64) REFERENCES media_files,
  ADD COLUMN thumbs jsonb,
  DROP CONSTRAINT takes_width_check,
  DROP CONSTRAINT takes_height_check,
  -- A sound file has no picture.
  ADD CHECK (width >= 0 AND height >= 0),
  ADD CHECK (of_take IS DISTINCT FROM id),
  ADD CHECK ((offset_us IS NULL) = (drift_ppm IS NULL));

-- Long work on one take, one row a kind; a row whose worker gave no sign of life is taken up again.
CREATE TABLE take_work (
  take_id uuid NOT NULL REFERENCES takes ON DELETE CASCADE,
  kind text NOT NULL CHECK (kind IN ('listen', 'picture', 'sync', 'words')),
  state text NOT NULL DEFAULT 'queued' CHECK (state IN ('queued', 'running', 'done', 'failed', 'stopped')),
  progress real NOT NULL DEFAULT 0 CHECK (progress BETWEEN 0 AND 1),
  message text CHECK (length(message) <= 500),
  beat_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (take_id, kind)
);

ALTER TABLE transcripts DROP CONSTRAINT transcripts_format_check;
ALTER TABLE transcripts ADD CHECK (format IN ('vtt', 'srt', 'paragraphs', 'ttml', 'words-json', 'csv'));

-- The transcript before the last change, so that one step goes back.
ALTER TABLE transcripts ADD COLUMN previous_format text, ADD COLUMN previous_text text;

-- The logbook: what each recording taught, one row a take; accepted ones are in the studio's figures.
CREATE TABLE logbook (
  take_id uuid PRIMARY KEY REFERENCES takes ON DELETE CASCADE,
  workout_id uuid NOT NULL REFERENCES workouts ON DELETE CASCADE,
  title text NOT NULL,
  instructor text NOT NULL,
  entry jsonb NOT NULL,
  kept_at timestamptz NOT NULL DEFAULT now()
);
