-- Lines that were spoken again are recordings like the others: of a take, for one line of its pick-ups.
ALTER TABLE takes
  DROP CONSTRAINT takes_role_check,
  ADD COLUMN pick_up text CHECK (length(pick_up) BETWEEN 1 AND 80),
  ADD CHECK (role IN ('take', 'camera', 'recorder', 'pick-up')),
  ADD CHECK ((role = 'pick-up') = (pick_up IS NOT NULL));
