-- How long a file of sound or video is, as its own marks say, and at which step it was recorded.
ALTER TABLE piece ADD COLUMN seconds double precision;
ALTER TABLE piece ADD COLUMN step_id text REFERENCES step;
CREATE INDEX piece_step ON piece (step_id) WHERE step_id IS NOT NULL;
