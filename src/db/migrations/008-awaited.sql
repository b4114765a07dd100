-- Takes of a workout that came as a file without its recordings: their words, and what was decided about the chosen one,
-- wait for the recording to be brought in.
CREATE TABLE awaited_takes (
  workout_id uuid NOT NULL REFERENCES workouts ON DELETE CASCADE,
  sha256 char(64) NOT NULL CHECK (sha256 ~ '^[0-9a-f]{64}$'),
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 300),
  format text,
  text text,
  -- null: it was not the chosen take.
  edit jsonb,
  PRIMARY KEY (workout_id, sha256),
  CHECK ((format IS NULL) = (text IS NULL))
);
