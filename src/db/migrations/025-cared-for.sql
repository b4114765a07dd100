-- How loud a voice is once its rumble, noise and pops are out: four rows as long as each other, in half LU as half_lu
-- (core/sound/take-levels.ts). NULL: too little was heard, or it was listened to before this was measured.
ALTER TABLE take_waveforms ADD COLUMN cared_half_lu bytea;
