-- The round between student and teacher: rules for one student, what a receipt says, remarks, and what comes of them.

-- Points lost for lateness may count by the day or by the hour.
UPDATE assignment SET late = jsonb_build_object('kind', 'loss', 'points', late->'pointsPerDay', 'per', 'day',
  'floor', late->'floor') WHERE late ? 'pointsPerDay';

-- Marked without names, until it is handed back.
ALTER TABLE assignment ADD COLUMN unnamed boolean NOT NULL DEFAULT false;

-- More time for one student: due and closing time lie later by it.
CREATE TABLE extra_time (
  assignment_id text NOT NULL REFERENCES assignment,
  student_id text NOT NULL REFERENCES person,
  minutes integer NOT NULL CHECK (minutes > 0),
  given_by text NOT NULL REFERENCES person,
  at timestamptz NOT NULL,
  PRIMARY KEY (assignment_id, student_id)
);

-- Who works together on what. A hand-in of one counts for all of the same group.
CREATE TABLE work_group (
  assignment_id text NOT NULL REFERENCES assignment,
  student_id text NOT NULL REFERENCES person,
  number integer NOT NULL,
  PRIMARY KEY (assignment_id, student_id)
);

-- When somebody opened the last question before a hand-in, by the server's clock.
CREATE TABLE hand_in_begun (
  assignment_id text NOT NULL REFERENCES assignment,
  student_id text NOT NULL REFERENCES person,
  at timestamptz NOT NULL,
  PRIMARY KEY (assignment_id, student_id)
);

-- What the receipt says of its rules, as they were at that moment.
ALTER TABLE hand_in
  ADD COLUMN begun_at timestamptz,
  -- From when it counts, where it was begun before the end and finished within the grace.
  ADD COLUMN counts_at timestamptz,
  ADD COLUMN late jsonb NOT NULL DEFAULT '{"kind": "no-loss"}',
  ADD COLUMN points double precision,
  -- Everybody for whom it counts, in group work; empty for one's own.
  ADD COLUMN members text[] NOT NULL DEFAULT '{}';
CREATE INDEX hand_in_student ON hand_in (student_id, number);
CREATE INDEX hand_in_members ON hand_in USING gin (members);

-- Each teacher has a draft of their own: two who mark the same work do not write over each other.
ALTER TABLE marking_draft
  DROP CONSTRAINT marking_draft_pkey,
  ADD PRIMARY KEY (hand_in_id, teacher_id),
  ADD COLUMN remarks jsonb NOT NULL DEFAULT '[]',
  ADD COLUMN sound text REFERENCES file;

-- What was handed back can be amended: both stay.
ALTER TABLE hand_back
  DROP CONSTRAINT hand_back_hand_in_id_key,
  ADD COLUMN amends text REFERENCES hand_back,
  ADD COLUMN remarks jsonb NOT NULL DEFAULT '[]',
  ADD COLUMN sound text REFERENCES file;
CREATE INDEX hand_back_hand_in ON hand_back (hand_in_id, at);

-- What a student did about a remark.
CREATE TABLE remark_reply (
  remark_id text PRIMARY KEY,
  hand_in_id text NOT NULL REFERENCES hand_in,
  done_at timestamptz,
  answer text NOT NULL DEFAULT '',
  at timestamptz NOT NULL
);
CREATE INDEX remark_reply_hand_in ON remark_reply (hand_in_id);

-- Words that a teacher writes often.
CREATE TABLE kept_remark (
  id text PRIMARY KEY,
  teacher_id text NOT NULL REFERENCES person ON DELETE CASCADE,
  body text NOT NULL,
  at timestamptz NOT NULL,
  UNIQUE (teacher_id, body)
);

-- What was written in an aside can be mended for some minutes, and withdrawn.
ALTER TABLE aside_message
  ADD COLUMN edited_at timestamptz,
  ADD COLUMN withdrawn_at timestamptz;
CREATE TABLE aside_attachment (
  message_id text NOT NULL REFERENCES aside_message,
  position integer NOT NULL,
  name text NOT NULL,
  file_sha256 text NOT NULL REFERENCES file,
  PRIMARY KEY (message_id, position)
);
CREATE INDEX aside_message_author ON aside_message (author_id);

-- What somebody has sent up to say with a message or with marks, before it belongs to one.
CREATE TABLE loose_file (
  sha256 text NOT NULL REFERENCES file,
  owner_id text NOT NULL REFERENCES person,
  at timestamptz NOT NULL,
  PRIMARY KEY (sha256, owner_id)
);
