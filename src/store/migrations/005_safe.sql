-- How much of a document is stored: in bytes, in updates since they were last put into one, and how many bytes there
-- were when the whole was last looked through. `over`: it holds more than a document may, so that each further update
-- is looked at together with all the others before it is taken.
CREATE TABLE document_load (
  document_id text PRIMARY KEY,
  bytes bigint NOT NULL,
  updates integer NOT NULL,
  looked bigint NOT NULL DEFAULT 0,
  over boolean NOT NULL DEFAULT false
);
INSERT INTO document_load (document_id, bytes, updates)
  SELECT document_id, sum(octet_length(update)), count(*) FROM document_update GROUP BY document_id;

-- Keys of this school, made by chance at their first use and never told to anybody.
CREATE TABLE secret (
  name text PRIMARY KEY,
  key bytea NOT NULL
);

-- Guesses at passwords and codes: how many under one key since it was last right or long ago, and until when to wait.
CREATE TABLE guess (
  key text PRIMARY KEY,
  n integer NOT NULL,
  at timestamptz NOT NULL,
  until timestamptz NOT NULL
);
CREATE INDEX guess_at ON guess (at);
DROP TABLE sign_in_attempt;

-- From where somebody has signed in before: guesses from elsewhere do not make them wait.
CREATE TABLE familiar_address (
  person_id text NOT NULL REFERENCES person ON DELETE CASCADE,
  address text NOT NULL,
  at timestamptz NOT NULL,
  PRIMARY KEY (person_id, address)
);

-- What was done to accounts, for those who look after them. It is only ever added to.
CREATE TABLE trace (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  at timestamptz NOT NULL,
  kind text NOT NULL,
  person_id text NOT NULL REFERENCES person,
  actor_id text REFERENCES person,
  address text NOT NULL DEFAULT ''
);
CREATE INDEX trace_person ON trace (person_id, id);
CREATE TRIGGER trace_is_kept BEFORE UPDATE OR DELETE ON trace FOR EACH ROW EXECUTE FUNCTION event_is_kept();

-- What a person has used of what there is for everybody, in one window of time.
CREATE TABLE used (
  person_id text NOT NULL,
  what text NOT NULL,
  from_at timestamptz NOT NULL,
  n bigint NOT NULL,
  PRIMARY KEY (person_id, what)
);

-- Uploads that were begun and are not finished.
CREATE TABLE upload (
  id text PRIMARY KEY,
  owner_id text NOT NULL REFERENCES person,
  size bigint NOT NULL,
  at timestamptz NOT NULL
);
CREATE INDEX upload_owner ON upload (owner_id);

-- Whoever has signed out, or has another role from now on, is told at once, wherever they are.
CREATE FUNCTION tell_session_end() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM pg_notify('session', json_build_object('session', OLD.token_hash)::text);
  RETURN OLD;
END $$;
CREATE TRIGGER session_end AFTER DELETE ON session FOR EACH ROW EXECUTE FUNCTION tell_session_end();

CREATE FUNCTION tell_roles() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM pg_notify('session', json_build_object('person', coalesce(NEW.person_id, OLD.person_id))::text);
  RETURN coalesce(NEW, OLD);
END $$;
CREATE TRIGGER membership_changed AFTER INSERT OR UPDATE OR DELETE ON membership FOR EACH ROW EXECUTE FUNCTION tell_roles();

CREATE FUNCTION tell_role() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM pg_notify('session', json_build_object('person', NEW.id)::text);
  RETURN NEW;
END $$;
CREATE TRIGGER person_role AFTER UPDATE OF role ON person FOR EACH ROW WHEN (OLD.role IS DISTINCT FROM NEW.role)
  EXECUTE FUNCTION tell_role();
