-- The other level that the beat of a track is felt at as well, where there is one.
ALTER TABLE tracks ADD COLUMN felt_too text CHECK (felt_too IN ('half', 'double'));
