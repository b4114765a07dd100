-- Every change carries an id, so that one that is sent twice is made once; everything that can be edited has a revision.
ALTER TABLE workout_changes ADD COLUMN change_id uuid;
CREATE UNIQUE INDEX workout_changes_once ON workout_changes (workout_id, change_id);
ALTER TABLE transcripts ADD COLUMN revision integer NOT NULL DEFAULT 1 CHECK (revision >= 1);
ALTER TABLE tracks ADD COLUMN revision integer NOT NULL DEFAULT 1 CHECK (revision >= 1);
