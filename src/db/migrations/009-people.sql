-- Accounts, studios and roles. A studio sees nothing of another: each table that has something of a studio is read and
-- written under the role euphon_web, whose policies compare the row's studio with the one that is set on the connection.
-- The worker and the start command connect as the owner of the database and see everything.

CREATE TABLE studios (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 200),
  created_at timestamptz NOT NULL DEFAULT now()
);
-- What was made before there were accounts, and what is made without them, belongs to this one.
INSERT INTO studios (id, name) VALUES ('00000000-0000-4000-8000-000000000001', 'Studio');

CREATE FUNCTION own_studio() RETURNS uuid LANGUAGE sql STABLE AS $$
  SELECT coalesce(nullif(current_setting('euphon.studio', true), ''), '00000000-0000-4000-8000-000000000001')::uuid
$$;
CREATE FUNCTION own_person() RETURNS uuid LANGUAGE sql STABLE AS $$
  SELECT nullif(current_setting('euphon.person', true), '')::uuid
$$;

-- The four tables of the package that keeps accounts (better-auth), under names of our own.
CREATE TABLE people (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 200),
  email text NOT NULL UNIQUE CHECK (length(email) BETWEEN 3 AND 320 AND email = lower(email)),
  email_verified boolean NOT NULL,
  image text,
  created_at timestamptz NOT NULL DEFAULT now(),
  updated_at timestamptz NOT NULL DEFAULT now()
);
CREATE TABLE sessions (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  person_id uuid NOT NULL REFERENCES people ON DELETE CASCADE,
  token text NOT NULL UNIQUE,
  expires_at timestamptz NOT NULL,
  address text,
  agent text,
  created_at timestamptz NOT NULL DEFAULT now(),
  updated_at timestamptz NOT NULL
);
CREATE INDEX sessions_of_person ON sessions (person_id);
CREATE TABLE sign_ins (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  person_id uuid NOT NULL REFERENCES people ON DELETE CASCADE,
  account_id text NOT NULL,
  provider text NOT NULL,
  access_token text,
  refresh_token text,
  id_token text,
  access_token_expires_at timestamptz,
  refresh_token_expires_at timestamptz,
  scope text,
  -- argon2id, in the PHC string format.
  password text,
  created_at timestamptz NOT NULL DEFAULT now(),
  updated_at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX sign_ins_of_person ON sign_ins (person_id);
CREATE TABLE verifications (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  identifier text NOT NULL,
  value text NOT NULL,
  expires_at timestamptz NOT NULL,
  created_at timestamptz NOT NULL DEFAULT now(),
  updated_at timestamptz NOT NULL DEFAULT now()
);
-- How often an address asked for something lately.
CREATE TABLE rate_limits (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  key text NOT NULL UNIQUE,
  count integer NOT NULL,
  last_request bigint NOT NULL
);

-- Somebody works in one studio.
CREATE TABLE members (
  person_id uuid PRIMARY KEY REFERENCES people ON DELETE CASCADE,
  studio_id uuid NOT NULL DEFAULT own_studio() REFERENCES studios ON DELETE CASCADE,
  role text NOT NULL CHECK (role IN ('owner', 'editor', 'viewer')),
  joined_at timestamptz NOT NULL DEFAULT now()
);
CREATE TABLE invitations (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  studio_id uuid NOT NULL DEFAULT own_studio() REFERENCES studios ON DELETE CASCADE,
  email text NOT NULL CHECK (length(email) BETWEEN 3 AND 320 AND email = lower(email)),
  role text NOT NULL CHECK (role IN ('owner', 'editor', 'viewer')),
  -- The link holds the token; the database only its SHA-256.
  token_sha256 char(64) NOT NULL UNIQUE,
  expires_at timestamptz NOT NULL,
  created_at timestamptz NOT NULL DEFAULT now(),
  UNIQUE (studio_id, email)
);

ALTER TABLE workouts ADD COLUMN studio_id uuid NOT NULL DEFAULT own_studio() REFERENCES studios;
ALTER TABLE tracks ADD COLUMN studio_id uuid NOT NULL DEFAULT own_studio() REFERENCES studios;
ALTER TABLE exercises ADD COLUMN studio_id uuid NOT NULL DEFAULT own_studio() REFERENCES studios;
ALTER TABLE studio_figures ADD COLUMN studio_id uuid NOT NULL DEFAULT own_studio() REFERENCES studios;
ALTER TABLE speakers ADD COLUMN studio_id uuid NOT NULL DEFAULT own_studio() REFERENCES studios;
CREATE INDEX workouts_of_studio ON workouts (studio_id, updated_at DESC);
-- Names and recordings are one of a kind within a studio, not among all.
ALTER TABLE exercises DROP CONSTRAINT exercises_pkey, ADD PRIMARY KEY (studio_id, name);
ALTER TABLE studio_figures DROP CONSTRAINT studio_figures_pkey, ADD PRIMARY KEY (studio_id, name);
ALTER TABLE speakers DROP CONSTRAINT speakers_pkey, ADD PRIMARY KEY (studio_id, name);
ALTER TABLE tracks DROP CONSTRAINT tracks_sha256_key, ADD UNIQUE (studio_id, sha256);
-- Who changed what.
ALTER TABLE workout_changes ADD COLUMN made_by uuid DEFAULT own_person() REFERENCES people ON DELETE SET NULL;
ALTER TABLE workout_versions ADD COLUMN made_by uuid DEFAULT own_person() REFERENCES people ON DELETE SET NULL;

DO $$ BEGIN
  CREATE ROLE euphon_web NOLOGIN;
EXCEPTION WHEN duplicate_object OR unique_violation THEN NULL;
END $$;
-- Whoever connects goes over to it; a superuser may anyway.
DO $$ BEGIN
  GRANT euphon_web TO CURRENT_USER;
EXCEPTION WHEN insufficient_privilege OR invalid_grant_operation THEN NULL;
END $$;
DO $$ BEGIN
  EXECUTE format('GRANT CONNECT, TEMPORARY ON DATABASE %I TO euphon_web', current_database());
END $$;
GRANT USAGE ON SCHEMA public TO euphon_web;
GRANT SELECT, INSERT, UPDATE, DELETE ON
  workouts, workout_changes, workout_versions, takes, take_waveforms, transcripts, take_work, renders, logbook,
  awaited_takes, tracks, exercises, studio_figures, speakers, members, invitations, media_files TO euphon_web;
GRANT UPDATE (name) ON studios TO euphon_web;
GRANT SELECT ON studios, people, worker_beats, migrations TO euphon_web;
-- A row and its job are written together; the queue makes its own tables, before or after this.
ALTER DEFAULT PRIVILEGES GRANT USAGE ON SCHEMAS TO euphon_web;
ALTER DEFAULT PRIVILEGES GRANT SELECT, INSERT ON TABLES TO euphon_web;
DO $$ BEGIN
  IF EXISTS (SELECT 1 FROM pg_namespace WHERE nspname = 'pgboss') THEN
    GRANT USAGE ON SCHEMA pgboss TO euphon_web;
    GRANT SELECT, INSERT ON ALL TABLES IN SCHEMA pgboss TO euphon_web;
  END IF;
END $$;

DO $$
DECLARE name text;
BEGIN
  FOREACH name IN ARRAY ARRAY['workouts', 'tracks', 'exercises', 'studio_figures', 'speakers', 'members', 'invitations'] LOOP
    EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', name);
    EXECUTE format('CREATE POLICY own_studio ON %I TO euphon_web USING (studio_id = own_studio())', name);
  END LOOP;
  FOREACH name IN ARRAY ARRAY['workout_changes', 'workout_versions', 'takes', 'renders', 'logbook', 'awaited_takes'] LOOP
    EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', name);
    EXECUTE format('CREATE POLICY own_studio ON %I TO euphon_web USING (EXISTS (SELECT 1 FROM workouts w WHERE w.id = workout_id))', name);
  END LOOP;
  FOREACH name IN ARRAY ARRAY['take_waveforms', 'transcripts', 'take_work'] LOOP
    EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', name);
    EXECUTE format('CREATE POLICY own_studio ON %I TO euphon_web USING (EXISTS (SELECT 1 FROM takes t WHERE t.id = take_id))', name);
  END LOOP;
END $$;
ALTER TABLE studios ENABLE ROW LEVEL SECURITY;
CREATE POLICY own_studio ON studios TO euphon_web USING (id = own_studio());
ALTER TABLE people ENABLE ROW LEVEL SECURITY;
CREATE POLICY own_studio ON people TO euphon_web USING (EXISTS (SELECT 1 FROM members m WHERE m.person_id = id));
