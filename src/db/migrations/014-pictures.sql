-- Still pictures are kept as films of a second, for cards and inserts; they are of no take.
ALTER TABLE takes DROP CONSTRAINT takes_role_check;
ALTER TABLE takes ADD CONSTRAINT takes_role_check CHECK (role IN ('take', 'camera', 'recorder', 'pick-up', 'picture'));
