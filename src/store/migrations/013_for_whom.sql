-- For whom some work is: for everybody in its class, or for those who are named; never for those who are excused, and for
-- nobody once it was taken back from the class.
ALTER TABLE assignment
  ADD COLUMN for_named boolean NOT NULL DEFAULT false,
  ADD COLUMN withdrawn_at timestamptz;
CREATE TABLE set_for (
  assignment_id text NOT NULL REFERENCES assignment,
  student_id text NOT NULL REFERENCES person,
  PRIMARY KEY (assignment_id, student_id)
);
CREATE TABLE excused (
  assignment_id text NOT NULL REFERENCES assignment,
  student_id text NOT NULL REFERENCES person,
  by_id text NOT NULL REFERENCES person,
  at timestamptz NOT NULL,
  PRIMARY KEY (assignment_id, student_id)
);

-- Days on which no lesson is held, the last included.
CREATE TABLE holiday (
  school_id text NOT NULL REFERENCES school,
  title text NOT NULL,
  from_day date NOT NULL,
  to_day date NOT NULL CHECK (to_day >= from_day),
  PRIMARY KEY (school_id, from_day)
);

-- What a teacher keeps to set it again: single questions, rubrics.
CREATE TABLE bank (
  id text PRIMARY KEY,
  owner_id text NOT NULL REFERENCES person,
  kind text NOT NULL,
  title text NOT NULL,
  content jsonb NOT NULL,
  at timestamptz NOT NULL
);
CREATE INDEX bank_owner ON bank (owner_id, kind, at);

-- What a class was told before it was mended.
ALTER TABLE announcement ADD COLUMN mended_at timestamptz;
CREATE TABLE announcement_before (
  announcement_id text NOT NULL REFERENCES announcement,
  until timestamptz NOT NULL,
  by_id text NOT NULL REFERENCES person,
  title text NOT NULL,
  body text NOT NULL
);
CREATE INDEX announcement_before_of ON announcement_before (announcement_id);
