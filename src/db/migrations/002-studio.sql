-- A studio's own exercises and figures, named versions of workouts, and workouts that serve as templates.
CREATE TABLE exercises (
  name text PRIMARY KEY CHECK (length(name) BETWEEN 1 AND 200),
  start_position text NOT NULL,
  end_position text NOT NULL,
  equipment text[] NOT NULL,
  pattern text NOT NULL,
  muscles text[] NOT NULL,
  sided boolean NOT NULL,
  impact text NOT NULL CHECK (impact IN ('none', 'low', 'high')),
  effort text NOT NULL,
  seconds_a_rep real NOT NULL CHECK (seconds_a_rep > 0),
  set_up text NOT NULL,
  form text NOT NULL,
  caution text NOT NULL,
  breath text NOT NULL,
  easier text NOT NULL,
  harder text NOT NULL,
  camera text NOT NULL CHECK (camera IN ('front', 'side', 'three-quarter')),
  updated_at timestamptz NOT NULL DEFAULT now()
);

-- The figures the studio has set or learned, one row a setting.
CREATE TABLE studio_figures (
  name text PRIMARY KEY CHECK (length(name) BETWEEN 1 AND 60),
  value jsonb NOT NULL,
  updated_at timestamptz NOT NULL DEFAULT now()
);

CREATE TABLE workout_versions (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  workout_id uuid NOT NULL REFERENCES workouts ON DELETE CASCADE,
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 120),
  revision integer NOT NULL CHECK (revision >= 1),
  made_at timestamptz NOT NULL DEFAULT now(),
  UNIQUE (workout_id, name)
);

ALTER TABLE workouts ADD COLUMN template boolean NOT NULL DEFAULT false;
