-- How loud a take was recorded: a byte for each tenth of a second, in half LU, and where it was clipped, in milliseconds.
-- NULL: it was listened to before this was measured.
ALTER TABLE take_waveforms ADD COLUMN half_lu bytea, ADD COLUMN clipped_ms integer[];
