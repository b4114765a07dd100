-- Long work is leased: whoever does it holds a token until `lease_until`; without the token nothing of it is written.
ALTER TABLE renders ADD COLUMN owner text, ADD COLUMN token uuid, ADD COLUMN lease_until timestamptz;
ALTER TABLE tracks ADD COLUMN owner text, ADD COLUMN token uuid, ADD COLUMN lease_until timestamptz;
ALTER TABLE take_work ADD COLUMN owner text, ADD COLUMN token uuid, ADD COLUMN lease_until timestamptz;
ALTER TABLE renders ADD CHECK ((token IS NULL) = (lease_until IS NULL));
ALTER TABLE tracks ADD CHECK ((token IS NULL) = (lease_until IS NULL));
ALTER TABLE take_work ADD CHECK ((token IS NULL) = (lease_until IS NULL));
-- An upload that was made a take: finished again, it is the same take.
ALTER TABLE takes ADD COLUMN upload_id text UNIQUE;
-- What was deleted can be brought back until it is swept.
ALTER TABLE workouts ADD COLUMN deleted_at timestamptz;
ALTER TABLE takes ADD COLUMN deleted_at timestamptz;
ALTER TABLE tracks ADD COLUMN deleted_at timestamptz;
