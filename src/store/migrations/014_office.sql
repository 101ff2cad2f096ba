-- Who looks after people, classes and the year. Somebody who teaches can do so besides.
ALTER TABLE person DROP CONSTRAINT person_role_check;
ALTER TABLE person
  ADD CONSTRAINT person_role_check CHECK (role IN ('student', 'teacher', 'office')),
  ADD COLUMN office boolean NOT NULL DEFAULT false,
  -- The part of the name that lists are sorted by.
  ADD COLUMN family text NOT NULL DEFAULT '',
  ADD COLUMN came_at timestamptz,
  -- Whoever has left cannot sign in; what they did stays.
  ADD COLUMN left_at timestamptz,
  -- Of whom nothing is kept any more but what has to stay, under no name.
  ADD COLUMN erased_at timestamptz,
  ADD COLUMN signed_in_at timestamptz,
  -- By what another list of the school knows them.
  ADD COLUMN source_id text UNIQUE,
  ADD CONSTRAINT person_office CHECK ((role <> 'office' OR office) AND (role <> 'student' OR NOT office));
UPDATE person SET family = regexp_replace(name, '^.*\s', '');
-- A roster may give one person the user name that another gives up in the same act.
ALTER TABLE person DROP CONSTRAINT person_user_name_key;
ALTER TABLE person ADD CONSTRAINT person_user_name_key UNIQUE (user_name) DEFERRABLE;
CREATE INDEX person_family ON person (family, name, id);
CREATE INDEX person_role_of ON person (role, family, name, id);

-- Sessions end with whoever has left, wherever they are open.
CREATE FUNCTION end_sessions() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  DELETE FROM session WHERE person_id = NEW.id;
  RETURN NULL;
END $$;
CREATE TRIGGER person_left AFTER UPDATE OF left_at ON person FOR EACH ROW
  WHEN (NEW.left_at IS NOT NULL AND OLD.left_at IS NULL) EXECUTE FUNCTION end_sessions();
CREATE TRIGGER person_office AFTER UPDATE OF office ON person FOR EACH ROW
  WHEN (OLD.office IS DISTINCT FROM NEW.office) EXECUTE FUNCTION tell_role();

ALTER TABLE class ADD COLUMN source_id text UNIQUE;
CREATE INDEX class_name ON class (name, id);

-- What a school says of itself, by language, where that is more than its name.
ALTER TABLE school
  ADD COLUMN languages text[] NOT NULL DEFAULT '{en,ar}',
  ADD COLUMN said jsonb NOT NULL DEFAULT '{}';

-- With which somebody signs in for the first time, or, where it is a card, each time. What is kept is the hash of what is printed.
CREATE TABLE slip (
  id text PRIMARY KEY,
  person_id text NOT NULL REFERENCES person ON DELETE CASCADE,
  code_hash text NOT NULL UNIQUE,
  kind text NOT NULL,
  made_by text REFERENCES person,
  made_at timestamptz NOT NULL,
  expires_at timestamptz NOT NULL,
  used_at timestamptz,
  revoked_at timestamptz
);
CREATE INDEX slip_person ON slip (person_id, made_at);

-- The year: its terms, and when lessons are held.
CREATE TABLE term (
  school_id text NOT NULL REFERENCES school,
  title text NOT NULL,
  from_day date NOT NULL,
  to_day date NOT NULL CHECK (to_day >= from_day),
  PRIMARY KEY (school_id, from_day)
);
CREATE TABLE lesson_time (
  school_id text NOT NULL REFERENCES school,
  number integer NOT NULL,
  starts text NOT NULL,
  ends text NOT NULL,
  PRIMARY KEY (school_id, number)
);

-- What the school says to everybody, until a day.
CREATE TABLE notice (
  id text PRIMARY KEY,
  school_id text NOT NULL REFERENCES school,
  by_id text NOT NULL REFERENCES person,
  title text NOT NULL,
  body text NOT NULL,
  for_role text,
  posted_at timestamptz NOT NULL,
  until timestamptz NOT NULL
);
CREATE INDEX notice_until ON notice (until);

-- A list of people and classes while it is looked at, and how to undo it for a day.
CREATE TABLE roster (
  id text PRIMARY KEY,
  by_id text NOT NULL REFERENCES person,
  at timestamptz NOT NULL,
  files jsonb NOT NULL,
  mended jsonb NOT NULL DEFAULT '[]',
  confirmed jsonb NOT NULL DEFAULT '[]',
  choices jsonb NOT NULL,
  done_at timestamptz,
  undone_at timestamptz,
  undo jsonb
);
CREATE INDEX roster_at ON roster (at);

-- Who did what in the office, and when: nothing of anybody's work. It only ever grows.
CREATE TABLE office_act (
  n bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  at timestamptz NOT NULL,
  -- Nobody: it was done in the terminal of the school's machine.
  actor_id text REFERENCES person,
  kind text NOT NULL,
  -- Whom and what it was about, also when they are gone.
  person_id text,
  class_id text,
  data jsonb NOT NULL DEFAULT '{}'
);
CREATE INDEX office_act_person ON office_act (person_id, n);
CREATE INDEX office_act_class ON office_act (class_id, n);
-- Of somebody who is erased what was said is taken away; that it was done stays.
CREATE FUNCTION office_acts_stay() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'UPDATE' AND NEW.data = '{}' AND (NEW.n, NEW.at, NEW.kind, NEW.person_id, NEW.class_id, NEW.actor_id)
    IS NOT DISTINCT FROM (OLD.n, OLD.at, OLD.kind, OLD.person_id, OLD.class_id, OLD.actor_id) THEN
    RETURN NEW;
  END IF;
  RAISE EXCEPTION 'what was done in the office is only ever added to';
END $$;
CREATE TRIGGER office_act_stays BEFORE UPDATE OR DELETE ON office_act FOR EACH ROW EXECUTE FUNCTION office_acts_stay();

-- Takes somebody, or a class, out again who came by mistake; false where anything hangs on them by now.
CREATE FUNCTION drop_unused_person(who text) RETURNS boolean LANGUAGE plpgsql AS $$
BEGIN
  IF NOT EXISTS (SELECT FROM person WHERE id = who AND signed_in_at IS NULL) THEN
    RETURN false;
  END IF;
  DELETE FROM membership WHERE person_id = who;
  DELETE FROM person WHERE id = who;
  RETURN true;
EXCEPTION WHEN foreign_key_violation THEN
  RETURN false;
END $$;
CREATE FUNCTION drop_unused_class(which text) RETURNS boolean LANGUAGE plpgsql AS $$
BEGIN
  DELETE FROM lesson WHERE class_id = which;
  DELETE FROM invite_code WHERE class_id = which;
  DELETE FROM membership WHERE class_id = which;
  -- What else can be found in it keeps it.
  DELETE FROM findable WHERE class_id = which AND kind = 'class';
  DELETE FROM findable_word WHERE class_id = which;
  DELETE FROM class WHERE id = which;
  RETURN FOUND;
EXCEPTION WHEN foreign_key_violation THEN
  RETURN false;
END $$;

-- The way to the first screen of a school that is not there yet: a code that the terminal shows, then whoever had it.
CREATE TABLE begin_code (
  code_hash text PRIMARY KEY,
  expires_at timestamptz NOT NULL,
  used_at timestamptz,
  token_hash text UNIQUE
);
