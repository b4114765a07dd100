-- What was read in a finished video, held against what was meant; NULL: nobody read it back.
ALTER TABLE renders ADD COLUMN certificate jsonb;
