-- The school, its people and how they get in.
CREATE TABLE school (
  id text PRIMARY KEY,
  name text NOT NULL,
  zone text NOT NULL,
  -- Whom to ask when nobody can get in, as the sign-in screen says it.
  help text NOT NULL,
  demo boolean NOT NULL DEFAULT false
);

CREATE TABLE person (
  id text PRIMARY KEY,
  school_id text NOT NULL REFERENCES school,
  name text NOT NULL,
  short_name text NOT NULL,
  user_name text NOT NULL UNIQUE,
  role text NOT NULL CHECK (role IN ('student', 'teacher')),
  password_hash text NOT NULL,
  locale text
);

CREATE TABLE session (
  token_hash text PRIMARY KEY,
  person_id text NOT NULL REFERENCES person ON DELETE CASCADE,
  created_at timestamptz NOT NULL,
  expires_at timestamptz NOT NULL
);
CREATE INDEX session_person ON session (person_id);

CREATE TABLE sign_in_attempt (
  user_name text NOT NULL,
  address text NOT NULL,
  at timestamptz NOT NULL
);
CREATE INDEX sign_in_attempt_name ON sign_in_attempt (user_name, at);
CREATE INDEX sign_in_attempt_address ON sign_in_attempt (address, at);

CREATE TABLE reset_code (
  person_id text PRIMARY KEY REFERENCES person ON DELETE CASCADE,
  code_hash text NOT NULL,
  made_by text NOT NULL REFERENCES person,
  expires_at timestamptz NOT NULL
);

-- Classes and what teachers set in them.
CREATE TABLE class (
  id text PRIMARY KEY,
  school_id text NOT NULL REFERENCES school,
  name text NOT NULL,
  weave text NOT NULL,
  room text NOT NULL,
  locale text NOT NULL
);

CREATE TABLE membership (
  person_id text NOT NULL REFERENCES person,
  class_id text NOT NULL REFERENCES class,
  role text NOT NULL CHECK (role IN ('student', 'teacher')),
  PRIMARY KEY (person_id, class_id)
);
CREATE INDEX membership_class ON membership (class_id, role);

CREATE TABLE unit (
  id text PRIMARY KEY,
  class_id text NOT NULL REFERENCES class,
  position integer NOT NULL,
  title text NOT NULL,
  starts_at timestamptz,
  ends_at timestamptz
);
CREATE INDEX unit_class ON unit (class_id, position);

CREATE TABLE material (
  id text PRIMARY KEY,
  class_id text NOT NULL REFERENCES class,
  unit_id text REFERENCES unit,
  position integer NOT NULL,
  title text NOT NULL,
  body jsonb NOT NULL,
  minutes integer NOT NULL,
  posted_at timestamptz NOT NULL,
  -- A reading that belongs to a step is found there; others stand in the Class line by themselves.
  listed boolean NOT NULL DEFAULT true
);
CREATE INDEX material_class ON material (class_id);

CREATE TABLE announcement (
  id text PRIMARY KEY,
  class_id text NOT NULL REFERENCES class,
  unit_id text REFERENCES unit,
  author_id text NOT NULL REFERENCES person,
  title text NOT NULL,
  body text NOT NULL,
  posted_at timestamptz NOT NULL
);
CREATE INDEX announcement_class ON announcement (class_id);

CREATE TABLE assignment (
  id text PRIMARY KEY,
  class_id text NOT NULL REFERENCES class,
  unit_id text REFERENCES unit,
  position integer NOT NULL,
  title text NOT NULL,
  instructions jsonb NOT NULL,
  minutes integer NOT NULL,
  points double precision,
  takes text NOT NULL CHECK (takes IN ('pieces', 'short', 'tick')),
  posted_at timestamptz NOT NULL,
  opens_at timestamptz,
  due_at timestamptz,
  closes_at timestamptz,
  late jsonb NOT NULL,
  take_back boolean NOT NULL,
  goes integer,
  asks jsonb NOT NULL
);
CREATE INDEX assignment_class ON assignment (class_id);

CREATE TABLE step (
  id text PRIMARY KEY,
  assignment_id text NOT NULL REFERENCES assignment,
  position integer NOT NULL,
  kind text NOT NULL CHECK (kind IN ('read', 'write', 'do')),
  title text NOT NULL,
  minutes integer NOT NULL,
  material_id text REFERENCES material,
  starter jsonb
);
CREATE INDEX step_assignment ON step (assignment_id, position);

CREATE TABLE criterion (
  id text PRIMARY KEY,
  assignment_id text NOT NULL REFERENCES assignment,
  position integer NOT NULL,
  title text NOT NULL,
  points double precision NOT NULL,
  levels jsonb NOT NULL
);
CREATE INDEX criterion_assignment ON criterion (assignment_id, position);

CREATE TABLE picture (
  id text PRIMARY KEY,
  class_id text NOT NULL REFERENCES class,
  -- Where it belongs to an assignment it is shown only when that has opened.
  assignment_id text REFERENCES assignment,
  type text NOT NULL,
  bytes bytea NOT NULL
);

-- What students write.
CREATE TABLE document (
  id text PRIMARY KEY,
  owner_id text NOT NULL REFERENCES person,
  assignment_id text NOT NULL REFERENCES assignment,
  step_id text NOT NULL REFERENCES step,
  kind text NOT NULL,
  title text NOT NULL,
  created_at timestamptz NOT NULL,
  UNIQUE (step_id, owner_id)
);
CREATE INDEX document_work ON document (assignment_id, owner_id);
CREATE INDEX document_owner ON document (owner_id);

CREATE TABLE document_update (
  seq bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  document_id text NOT NULL REFERENCES document,
  update bytea NOT NULL,
  at timestamptz NOT NULL
);
CREATE INDEX document_update_document ON document_update (document_id, seq);

CREATE TABLE document_version (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  document_id text NOT NULL REFERENCES document,
  at timestamptz NOT NULL,
  reason text NOT NULL,
  state bytea NOT NULL
);
CREATE INDEX document_version_document ON document_version (document_id, id);

-- What happened, once, append only. States are worked out from it and never stored.
CREATE TABLE event (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  at timestamptz NOT NULL,
  kind text NOT NULL,
  class_id text NOT NULL REFERENCES class,
  assignment_id text REFERENCES assignment,
  -- Whose work it is about; null where it is about the class.
  student_id text REFERENCES person,
  actor_id text NOT NULL REFERENCES person,
  data jsonb NOT NULL DEFAULT '{}'
);
CREATE INDEX event_work ON event (student_id, assignment_id, id);
CREATE INDEX event_assignment ON event (assignment_id, id);
CREATE INDEX event_class ON event (class_id, id);

CREATE FUNCTION event_is_kept() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'events are only ever added';
END $$;
CREATE TRIGGER event_is_kept BEFORE UPDATE OR DELETE ON event FOR EACH ROW EXECUTE FUNCTION event_is_kept();

CREATE TABLE hand_in (
  id text PRIMARY KEY,
  number bigint GENERATED ALWAYS AS IDENTITY (START WITH 1001) UNIQUE,
  assignment_id text NOT NULL REFERENCES assignment,
  student_id text NOT NULL REFERENCES person,
  -- Made by the browser for one act, so that a retry finds the same receipt.
  act text NOT NULL,
  at timestamptz NOT NULL,
  due_at timestamptz,
  late_by bigint NOT NULL,
  note text NOT NULL,
  fingerprint text NOT NULL,
  findings jsonb NOT NULL,
  UNIQUE (student_id, act)
);
CREATE INDEX hand_in_work ON hand_in (assignment_id, student_id, at);

CREATE TABLE hand_in_piece (
  hand_in_id text NOT NULL REFERENCES hand_in,
  position integer NOT NULL,
  kind text NOT NULL,
  title text NOT NULL,
  content jsonb NOT NULL,
  bytes bytea NOT NULL,
  sha256 text NOT NULL,
  document_id text REFERENCES document,
  PRIMARY KEY (hand_in_id, position)
);

-- Marking: a draft for each hand-in, and what was handed back, kept as it was.
CREATE TABLE marking_draft (
  hand_in_id text PRIMARY KEY REFERENCES hand_in,
  teacher_id text NOT NULL REFERENCES person,
  marks jsonb NOT NULL,
  general text NOT NULL,
  at timestamptz NOT NULL
);

CREATE TABLE hand_back (
  id text PRIMARY KEY,
  hand_in_id text NOT NULL UNIQUE REFERENCES hand_in,
  teacher_id text NOT NULL REFERENCES person,
  at timestamptz NOT NULL,
  another_go boolean NOT NULL,
  rubric jsonb NOT NULL,
  marks jsonb NOT NULL,
  general text NOT NULL,
  earned double precision,
  lost_late double precision NOT NULL
);

-- The private exchange between one student and the teachers of the class on one assignment.
CREATE TABLE aside_message (
  id text PRIMARY KEY,
  assignment_id text NOT NULL REFERENCES assignment,
  student_id text NOT NULL REFERENCES person,
  author_id text NOT NULL REFERENCES person,
  act text NOT NULL,
  body text NOT NULL,
  at timestamptz NOT NULL,
  UNIQUE (author_id, act)
);
CREATE INDEX aside_message_work ON aside_message (assignment_id, student_id, at);

CREATE TABLE aside_read (
  assignment_id text NOT NULL REFERENCES assignment,
  student_id text NOT NULL REFERENCES person,
  reader_id text NOT NULL REFERENCES person,
  at timestamptz NOT NULL,
  PRIMARY KEY (assignment_id, student_id, reader_id)
);
