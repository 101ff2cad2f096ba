-- Pictures in what is set in a class, which its members see besides whoever put them in.
CREATE TABLE set_picture (
  class_id text NOT NULL REFERENCES class,
  sha256 text NOT NULL,
  PRIMARY KEY (class_id, sha256)
);
CREATE INDEX set_picture_sha256 ON set_picture (sha256);
-- The drafts of a class, the newest first.
CREATE INDEX document_drafts ON document (class_id, created_at) WHERE role = 'draft';
