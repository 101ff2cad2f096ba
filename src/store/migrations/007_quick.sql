-- What the ready check found of a student's work the last time that it was looked at, for lists that only say how much is
-- left. `stamp` is the number of the last update that had been stored by then: another one says that it has changed since.
CREATE TABLE measured (
  assignment_id text NOT NULL REFERENCES assignment,
  student_id text NOT NULL REFERENCES person,
  stamp bigint NOT NULL,
  empty_answers int NOT NULL,
  PRIMARY KEY (student_id, assignment_id)
);

-- Since when somebody is in a class; null for those who were there from its beginning.
ALTER TABLE membership ADD COLUMN joined_at timestamptz;
