-- Who writes to an unfinished upload, in which process: one at a time. Whoever wants it next says so, and one who is gone has
-- it no more after a while, by the database's clock.
CREATE TABLE upload_turn (
  upload_id text PRIMARY KEY,
  holder text NOT NULL,
  until timestamptz NOT NULL,
  wanted boolean NOT NULL DEFAULT false
);
