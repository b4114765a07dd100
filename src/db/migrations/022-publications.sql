-- What of a class went out, when and where. A film may be deleted or made anew; that it went out stays.
CREATE TABLE publications (
  id uuid PRIMARY KEY,
  workout_id uuid NOT NULL REFERENCES workouts ON DELETE CASCADE,
  entry jsonb NOT NULL,
  made_by uuid DEFAULT own_person() REFERENCES people ON DELETE SET NULL,
  created_at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX publications_of_workout ON publications (workout_id);
ALTER TABLE publications ENABLE ROW LEVEL SECURITY;
CREATE POLICY own_studio ON publications TO euphon_web USING (EXISTS (SELECT 1 FROM workouts w WHERE w.id = workout_id));
GRANT SELECT, INSERT, UPDATE, DELETE ON publications TO euphon_web;
