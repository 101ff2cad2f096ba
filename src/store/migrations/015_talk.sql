-- Where people talk: the open floor of a class or an assignment, and messages between two people.
CREATE TABLE talk (
  id text PRIMARY KEY,
  kind text NOT NULL,
  class_id text NOT NULL REFERENCES class,
  assignment_id text REFERENCES assignment,
  -- The step at which a discussion is had, and the one of its group by whom the group is known, where each talks by itself.
  step_id text REFERENCES step,
  group_id text REFERENCES person,
  -- What a message is about, in the words of whoever began it.
  title text NOT NULL DEFAULT '',
  -- So many posts it has had: whoever adds one holds its row, so that they are numbered in the order in which they are there.
  posts integer NOT NULL DEFAULT 0,
  last_at timestamptz,
  closed_at timestamptz,
  closed_by_id text REFERENCES person
);
CREATE UNIQUE INDEX talk_floor ON talk (class_id, coalesce(assignment_id, '')) WHERE kind = 'floor';
CREATE UNIQUE INDEX talk_discussion ON talk (step_id, coalesce(group_id, '')) WHERE step_id IS NOT NULL;
CREATE INDEX talk_assignment ON talk (assignment_id);

-- Who alone reads a talk, where it is not for a class.
CREATE TABLE talk_party (
  talk_id text NOT NULL REFERENCES talk,
  person_id text NOT NULL REFERENCES person,
  PRIMARY KEY (talk_id, person_id)
);
CREATE INDEX talk_party_person ON talk_party (person_id);

CREATE TABLE post (
  id text PRIMARY KEY,
  talk_id text NOT NULL REFERENCES talk,
  number integer NOT NULL,
  -- The post that its thread began with, and the one that it answers; null for what begins a thread.
  root_id text REFERENCES post,
  to_id text REFERENCES post,
  author_id text NOT NULL REFERENCES person,
  -- Made by the browser for one post, so that a retry is no second one.
  act text NOT NULL,
  -- The many letters that one message was sent as are known by it.
  sending text,
  body jsonb NOT NULL,
  words text NOT NULL,
  at timestamptz NOT NULL,
  edited_at timestamptz,
  withdrawn_at timestamptz,
  withdrawn_by_id text REFERENCES person,
  reason text NOT NULL DEFAULT '',
  -- The teacher says that this is the answer.
  answer_at timestamptz,
  -- Nobody adds to a thread that is closed.
  closed_at timestamptz,
  UNIQUE (talk_id, number),
  UNIQUE (author_id, act)
);
CREATE INDEX post_thread ON post (root_id, number);
CREATE INDEX post_root ON post (talk_id, number) WHERE root_id IS NULL;
CREATE INDEX post_sending ON post (author_id, sending) WHERE sending IS NOT NULL;
CREATE UNIQUE INDEX post_answer ON post (root_id) WHERE answer_at IS NOT NULL;
CREATE INDEX post_words ON post USING gin (folded(words) gin_trgm_ops);

CREATE TABLE post_file (
  post_id text NOT NULL REFERENCES post,
  position integer NOT NULL,
  name text NOT NULL,
  file_sha256 text NOT NULL REFERENCES file,
  PRIMARY KEY (post_id, position)
);

-- Pictures that stand in a post: whoever reads it sees them.
CREATE TABLE post_picture (
  post_id text NOT NULL REFERENCES post,
  sha256 text NOT NULL,
  PRIMARY KEY (post_id, sha256)
);
CREATE INDEX post_picture_sha256 ON post_picture (sha256);

-- Who asks the same.
CREATE TABLE asked_too (
  post_id text NOT NULL REFERENCES post,
  person_id text NOT NULL REFERENCES person,
  PRIMARY KEY (post_id, person_id)
);

-- Up to which post somebody has read, each time that it was further than before: when one was read follows from it.
CREATE TABLE talk_read (
  talk_id text NOT NULL REFERENCES talk,
  person_id text NOT NULL REFERENCES person,
  number integer NOT NULL,
  at timestamptz NOT NULL,
  PRIMARY KEY (talk_id, person_id, number)
);

CREATE TABLE report (
  id text PRIMARY KEY,
  post_id text NOT NULL REFERENCES post,
  by_id text NOT NULL REFERENCES person,
  reason text NOT NULL,
  -- What it said when it was reported: it may be mended afterwards.
  body jsonb NOT NULL,
  at timestamptz NOT NULL,
  settled_at timestamptz,
  settled_by_id text REFERENCES person,
  outcome text,
  UNIQUE (post_id, by_id)
);
CREATE INDEX report_open ON report (at) WHERE settled_at IS NULL;

-- Who may not write where the class talks, until a teacher says otherwise.
CREATE TABLE paused (
  class_id text NOT NULL REFERENCES class,
  person_id text NOT NULL REFERENCES person,
  by_id text NOT NULL REFERENCES person,
  reason text NOT NULL,
  at timestamptz NOT NULL,
  PRIMARY KEY (class_id, person_id)
);

-- What somebody has begun to write and not sent, by where they write it.
CREATE TABLE half_written (
  person_id text NOT NULL REFERENCES person,
  place text NOT NULL,
  body jsonb NOT NULL,
  at timestamptz NOT NULL,
  PRIMARY KEY (person_id, place)
);

-- Weekdays (1 to 7) and minutes of the day in which somebody answers.
ALTER TABLE person ADD COLUMN answers jsonb NOT NULL DEFAULT '[]';
-- In this class students may write to each other.
ALTER TABLE class ADD COLUMN students_write boolean NOT NULL DEFAULT false;

-- Every class and every assignment has its floor from its beginning.
CREATE FUNCTION open_floor() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_ARGV[0] = 'class' THEN
    INSERT INTO talk (id, kind, class_id) VALUES ('class-floor.' || NEW.id, 'floor', NEW.id);
  ELSE
    INSERT INTO talk (id, kind, class_id, assignment_id) VALUES ('floor.' || NEW.id, 'floor', NEW.class_id, NEW.id);
  END IF;
  RETURN NULL;
END $$;
CREATE TRIGGER class_floor AFTER INSERT ON class FOR EACH ROW EXECUTE FUNCTION open_floor('class');
CREATE TRIGGER assignment_floor AFTER INSERT ON assignment FOR EACH ROW EXECUTE FUNCTION open_floor('assignment');
INSERT INTO talk (id, kind, class_id) SELECT 'class-floor.' || id, 'floor', id FROM class;
INSERT INTO talk (id, kind, class_id, assignment_id) SELECT 'floor.' || id, 'floor', class_id, id FROM assignment;
-- A floor on which nothing was said keeps no class.
CREATE OR REPLACE FUNCTION drop_unused_class(which text) RETURNS boolean LANGUAGE plpgsql AS $$
BEGIN
  DELETE FROM lesson WHERE class_id = which;
  DELETE FROM invite_code WHERE class_id = which;
  DELETE FROM membership WHERE class_id = which;
  DELETE FROM talk WHERE class_id = which AND kind = 'floor' AND assignment_id IS NULL AND posts = 0;
  -- What else can be found in it keeps it.
  DELETE FROM findable WHERE class_id = which AND kind = 'class';
  DELETE FROM findable_word WHERE class_id = which;
  DELETE FROM class WHERE id = which;
  RETURN FOUND;
EXCEPTION WHEN foreign_key_violation THEN
  RETURN false;
END $$;
