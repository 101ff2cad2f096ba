-- What has to happen at a time. A job is taken by whichever process is free, for as long as `taken_until` says; it is gone
-- once it has had its effect, in the same transaction.
CREATE TABLE job (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  kind text NOT NULL,
  -- What it is about: there is one of a kind about one thing.
  key text NOT NULL,
  given jsonb NOT NULL DEFAULT '{}',
  due_at timestamptz NOT NULL,
  tries int NOT NULL DEFAULT 0,
  -- Counts how often it was taken: who took it before has it no more.
  taken int NOT NULL DEFAULT 0,
  taken_until timestamptz,
  -- It failed as often as it may: kept, to be looked at, and run no more.
  aside_at timestamptz,
  problem text NOT NULL DEFAULT '',
  UNIQUE (kind, key)
);
-- A hand-back takes effect a little after it was said: until then the draft says when and how, and it can be undone.
ALTER TABLE marking_draft ADD COLUMN said_for timestamptz, ADD COLUMN said jsonb;

-- What happens because its time has come was done by nobody.
ALTER TABLE event ALTER COLUMN actor_id DROP NOT NULL;

-- What is not out yet, or happened a moment ago: up to where somebody may have read everything.
CREATE INDEX event_at ON event (at);

CREATE INDEX job_due ON job (due_at) WHERE aside_at IS NULL;
CREATE INDEX job_free ON job (due_at) WHERE aside_at IS NULL AND taken_until IS NULL;
CREATE INDEX job_taken ON job (taken_until) WHERE aside_at IS NULL AND taken_until IS NOT NULL;
CREATE INDEX job_aside ON job (aside_at) WHERE aside_at IS NOT NULL;
