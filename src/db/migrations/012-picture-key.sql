-- What a finished video's picture was made from, so that it is not encoded again where only the sound changed.
ALTER TABLE renders ADD COLUMN picture_key char(64);
CREATE INDEX renders_by_picture ON renders (workout_id, picture_key) WHERE picture_key IS NOT NULL;
