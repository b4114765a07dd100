-- The picture of a programme in parts: several workers make one video, and a part that is known is not made again.
CREATE TABLE render_parts (
  render_id uuid NOT NULL REFERENCES renders ON DELETE CASCADE,
  part integer NOT NULL CHECK (part >= 0),
  picture_key text NOT NULL CHECK (length(picture_key) = 64),
  state text NOT NULL DEFAULT 'queued' CHECK (state IN ('queued', 'running', 'done', 'failed', 'cancelled')),
  progress real NOT NULL DEFAULT 0 CHECK (progress BETWEEN 0 AND 1),
  message text CHECK (length(message) <= 500),
  sha256 text REFERENCES media_files,
  beat_at timestamptz NOT NULL DEFAULT now(),
  owner text,
  token uuid,
  lease_until timestamptz,
  PRIMARY KEY (render_id, part),
  CHECK ((token IS NULL) = (lease_until IS NULL)),
  CHECK ((state = 'done') = (sha256 IS NOT NULL))
);
CREATE INDEX render_parts_by_picture ON render_parts (picture_key) WHERE state = 'done';
CREATE INDEX render_parts_by_file ON render_parts (sha256);
ALTER TABLE render_parts ENABLE ROW LEVEL SECURITY;
CREATE POLICY own_studio ON render_parts TO euphon_web USING (EXISTS (SELECT 1 FROM renders r WHERE r.id = render_id));

-- Nobody goes on with the parts of a video that was stopped or failed, whoever said so.
CREATE FUNCTION stop_parts() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = public AS $$
BEGIN
  UPDATE render_parts SET state = 'cancelled', owner = NULL, token = NULL, lease_until = NULL
  WHERE render_id = NEW.id AND state IN ('queued', 'running');
  RETURN NEW;
END $$;
CREATE TRIGGER stop_parts AFTER UPDATE OF state ON renders
  FOR EACH ROW WHEN (NEW.state IN ('cancelled', 'failed')) EXECUTE FUNCTION stop_parts();
