-- What is asked at a step, version by version, for good: whoever has begun keeps the one they began with.
CREATE TABLE question_set (
  step_id text NOT NULL REFERENCES step,
  number integer NOT NULL,
  at timestamptz NOT NULL,
  content jsonb NOT NULL,
  PRIMARY KEY (step_id, number)
);
CREATE TRIGGER question_set_is_kept BEFORE UPDATE ON question_set FOR EACH ROW EXECUTE FUNCTION event_is_kept();

-- A word without which nobody begins, changed while it runs: the newest counts, before what was set.
CREATE TABLE start_word (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  step_id text NOT NULL REFERENCES step,
  word text NOT NULL,
  by_id text NOT NULL REFERENCES person,
  at timestamptz NOT NULL
);
CREATE INDEX start_word_step ON start_word (step_id, id);

-- Minutes that one person has more than the others, said before they begin: 0 takes them back.
CREATE TABLE attempt_extra (
  step_id text NOT NULL REFERENCES step,
  student_id text NOT NULL REFERENCES person,
  minutes integer NOT NULL,
  by_id text NOT NULL REFERENCES person,
  reason text NOT NULL,
  at timestamptz NOT NULL,
  PRIMARY KEY (step_id, student_id)
);

-- The answers of an attempt are a document of a role of its own: it stands on no shelf, and its time closes it.
ALTER TABLE document DROP CONSTRAINT document_belongs, DROP CONSTRAINT document_step_id_owner_id_key,
  ADD CONSTRAINT document_belongs CHECK (
    (role = 'copy' AND assignment_id IS NOT NULL AND step_id IS NOT NULL AND class_id IS NULL)
    OR (role = 'attempt' AND assignment_id IS NOT NULL AND step_id IS NOT NULL AND class_id IS NULL)
    OR (role = 'notes' AND assignment_id IS NOT NULL AND step_id IS NULL AND class_id IS NULL)
    OR (role = 'own' AND assignment_id IS NULL AND step_id IS NULL AND class_id IS NULL)
    OR (role = 'draft' AND step_id IS NULL AND class_id IS NOT NULL));
CREATE UNIQUE INDEX document_copy ON document (step_id, owner_id) WHERE role = 'copy';
CREATE INDEX document_step ON document (step_id);
DROP TRIGGER find_document ON document;
CREATE TRIGGER find_document AFTER INSERT OR UPDATE ON document FOR EACH ROW WHEN (NEW.role NOT IN ('draft', 'attempt'))
  EXECUTE FUNCTION keep_findable('document');

CREATE TABLE attempt (
  id text PRIMARY KEY,
  step_id text NOT NULL REFERENCES step,
  assignment_id text NOT NULL REFERENCES assignment,
  student_id text NOT NULL REFERENCES person,
  -- Counted from 1 for each person and step.
  number integer NOT NULL,
  set_number integer NOT NULL,
  document_id text NOT NULL UNIQUE REFERENCES document,
  -- What its paper follows from. Nobody but the server knows it: whoever did could undo what was shuffled.
  seed text NOT NULL,
  -- Made by the browser for one beginning, so that a retry finds the same attempt.
  act text NOT NULL,
  -- The rules as they were when it began, with what this person alone has more.
  terms jsonb NOT NULL,
  -- Worked out from the acts with each of them, so that one statement can decide whether an answer still counts.
  answers_until timestamptz,
  takes boolean NOT NULL,
  runs boolean NOT NULL,
  -- A sign of life of whoever answers.
  seen_at timestamptz,
  UNIQUE (step_id, student_id, number),
  UNIQUE (student_id, act),
  FOREIGN KEY (step_id, set_number) REFERENCES question_set (step_id, number)
);
CREATE UNIQUE INDEX attempt_runs ON attempt (step_id, student_id) WHERE runs;
CREATE INDEX attempt_work ON attempt (assignment_id, student_id);

-- What happened in an attempt, once, append only.
CREATE TABLE attempt_act (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  attempt_id text NOT NULL REFERENCES attempt,
  at timestamptz NOT NULL,
  kind text NOT NULL,
  -- Who did it; nobody, where it was time.
  actor_id text REFERENCES person,
  reason text NOT NULL DEFAULT '',
  data jsonb NOT NULL DEFAULT '{}'
);
CREATE INDEX attempt_act_attempt ON attempt_act (attempt_id, id);
CREATE TRIGGER attempt_act_is_kept BEFORE UPDATE OR DELETE ON attempt_act FOR EACH ROW EXECUTE FUNCTION event_is_kept();

-- What was answered when an attempt ended, with what was asked: frozen, and once more where it was opened again.
CREATE TABLE answered (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  attempt_id text NOT NULL REFERENCES attempt,
  at timestamptz NOT NULL,
  content jsonb NOT NULL,
  bytes bytea NOT NULL,
  sha256 text NOT NULL
);
CREATE INDEX answered_attempt ON answered (attempt_id, id);
CREATE TRIGGER answered_is_kept BEFORE UPDATE OR DELETE ON answered FOR EACH ROW EXECUTE FUNCTION event_is_kept();

-- What an attempt came to. A changed key scores it again; the newest counts and the others stay.
CREATE TABLE attempt_score (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  attempt_id text NOT NULL REFERENCES attempt,
  answered_id bigint NOT NULL REFERENCES answered,
  at timestamptz NOT NULL,
  parts jsonb NOT NULL,
  points double precision NOT NULL,
  of double precision NOT NULL,
  unread integer NOT NULL,
  -- The change of a key that made it necessary; null where it was the end of the attempt or somebody's reading.
  key_change_id bigint
);
CREATE INDEX attempt_score_attempt ON attempt_score (attempt_id, id);
CREATE TRIGGER attempt_score_is_kept BEFORE UPDATE OR DELETE ON attempt_score FOR EACH ROW EXECUTE FUNCTION event_is_kept();

-- What counts as right from now on in a part of a question.
CREATE TABLE key_change (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  step_id text NOT NULL REFERENCES step,
  part_id text NOT NULL,
  by_id text NOT NULL REFERENCES person,
  at timestamptz NOT NULL,
  reason text NOT NULL,
  question jsonb NOT NULL
);
CREATE INDEX key_change_step ON key_change (step_id, id);

-- Points that a person gave for an answer, with what they said of it: the newest counts.
CREATE TABLE answer_points (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  attempt_id text NOT NULL REFERENCES attempt,
  part_id text NOT NULL,
  points double precision,
  words text NOT NULL,
  teacher_id text NOT NULL REFERENCES person,
  at timestamptz NOT NULL
);
CREATE INDEX answer_points_attempt ON answer_points (attempt_id, id);

-- Answers that were looked at in practice, one by one.
CREATE TABLE tried (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  attempt_id text NOT NULL REFERENCES attempt,
  question_id text NOT NULL,
  act text NOT NULL,
  at timestamptz NOT NULL,
  answers jsonb NOT NULL,
  is_right boolean NOT NULL,
  parts jsonb NOT NULL,
  UNIQUE (attempt_id, act)
);
CREATE INDEX tried_attempt ON tried (attempt_id, id);

-- Answers that came after the end: kept beside the attempt.
CREATE TABLE late_answer (
  document_id text NOT NULL REFERENCES document,
  sha256 text NOT NULL,
  update bytea NOT NULL,
  at timestamptz NOT NULL,
  PRIMARY KEY (document_id, sha256)
);

-- A sign of life of each process, and the times at which there was none of any.
CREATE TABLE heartbeat (
  process text PRIMARY KEY,
  at timestamptz NOT NULL
);
CREATE TABLE away (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  since timestamptz NOT NULL UNIQUE,
  until timestamptz NOT NULL
);
