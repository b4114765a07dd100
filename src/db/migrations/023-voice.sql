-- What is steady under a voice and from where on its breath pops, as JSON (core/sound/voice-measure.ts).
-- NULL: too little was heard, or it was listened to before this was measured.
ALTER TABLE take_waveforms ADD COLUMN voice jsonb;
