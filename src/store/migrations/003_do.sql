-- At which step of an assignment somebody is, on whichever device.
CREATE TABLE step_place (
  person_id text NOT NULL REFERENCES person,
  assignment_id text NOT NULL REFERENCES assignment,
  step_id text NOT NULL REFERENCES step,
  at timestamptz NOT NULL,
  PRIMARY KEY (person_id, assignment_id)
);

-- Documents beyond the copy of a starter: notes beside an assignment, and one's own on the shelf.
ALTER TABLE document
  ALTER COLUMN assignment_id DROP NOT NULL,
  ALTER COLUMN step_id DROP NOT NULL,
  ADD COLUMN removed_at timestamptz,
  ADD CONSTRAINT document_belongs CHECK (
    (kind = 'text' AND assignment_id IS NOT NULL AND step_id IS NOT NULL)
    OR (kind = 'notes' AND assignment_id IS NOT NULL AND step_id IS NULL)
    OR (kind = 'own' AND assignment_id IS NULL AND step_id IS NULL));
CREATE UNIQUE INDEX document_notes ON document (assignment_id, owner_id) WHERE kind = 'notes';

-- What goes along besides the documents of the steps: files, links, documents from the shelf. Taken off, it stays
-- and can be brought back. Without an assignment it lies on the shelf only.
CREATE TABLE piece (
  id text PRIMARY KEY,
  owner_id text NOT NULL REFERENCES person,
  assignment_id text REFERENCES assignment,
  kind text NOT NULL CHECK (kind IN ('file', 'link', 'document')),
  name text NOT NULL,
  file_sha256 text REFERENCES file,
  -- Pages of a PDF.
  pages integer,
  address text,
  document_id text REFERENCES document,
  added_at timestamptz NOT NULL,
  removed_at timestamptz,
  CHECK ((kind = 'file') = (file_sha256 IS NOT NULL)),
  CHECK ((kind = 'link') = (address IS NOT NULL)),
  CHECK ((kind = 'document') = (document_id IS NOT NULL))
);
CREATE INDEX piece_work ON piece (assignment_id, owner_id);
CREATE INDEX piece_owner ON piece (owner_id, added_at);
CREATE INDEX piece_file ON piece (file_sha256);

-- A piece of a hand-in is a text as it was, or the fingerprint of a file that is kept, or where a link led.
ALTER TABLE hand_in_piece
  ALTER COLUMN content DROP NOT NULL,
  ALTER COLUMN bytes DROP NOT NULL,
  ADD COLUMN size bigint,
  ADD COLUMN file_sha256 text REFERENCES file,
  ADD COLUMN address text;
CREATE INDEX hand_in_piece_file ON hand_in_piece (file_sha256);

-- Pictures within texts, and who put them there.
CREATE TABLE text_picture (
  sha256 text NOT NULL REFERENCES file,
  owner_id text NOT NULL REFERENCES person,
  PRIMARY KEY (sha256, owner_id)
);

-- Words that somebody has told the spelling to take.
CREATE TABLE own_word (
  person_id text NOT NULL REFERENCES person ON DELETE CASCADE,
  word text NOT NULL,
  PRIMARY KEY (person_id, word)
);
ALTER TABLE person ADD COLUMN spelling text NOT NULL DEFAULT 'en-GB' CHECK (spelling IN ('en-GB', 'en-US', 'off'));

-- Documents of one's own belong to no class, and are found all the same.
ALTER TABLE findable ALTER COLUMN class_id DROP NOT NULL;
CREATE INDEX findable_of_owner ON findable (owner_id);
CREATE OR REPLACE FUNCTION keep_findable() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE found findable;
BEGIN
  IF TG_OP = 'DELETE' THEN
    DELETE FROM findable WHERE kind = TG_ARGV[0] AND id = OLD.id;
    RETURN OLD;
  END IF;
  found.kind := TG_ARGV[0];
  found.id := NEW.id;
  found.body := '';
  CASE TG_ARGV[0]
    WHEN 'class' THEN
      found.class_id := NEW.id; found.title := NEW.name; found.leads_to := NEW.id;
    WHEN 'assignment' THEN
      found.class_id := NEW.class_id; found.title := NEW.title; found.leads_to := NEW.id; found.posted_at := NEW.posted_at;
    WHEN 'material' THEN
      IF NOT NEW.listed OR NEW.removed_at IS NOT NULL THEN
        DELETE FROM findable WHERE kind = 'material' AND id = NEW.id;
        RETURN NEW;
      END IF;
      found.class_id := NEW.class_id; found.title := NEW.title; found.leads_to := NEW.id; found.posted_at := NEW.posted_at;
    WHEN 'announcement' THEN
      found.class_id := NEW.class_id; found.title := NEW.title; found.leads_to := NEW.class_id; found.posted_at := NEW.posted_at;
      found.body := to_tsvector(text_language(NEW.class_id), NEW.body);
    WHEN 'document' THEN
      IF NEW.removed_at IS NOT NULL THEN
        DELETE FROM findable WHERE kind = 'document' AND id = NEW.id;
        RETURN NEW;
      END IF;
      SELECT a.class_id INTO found.class_id FROM assignment a WHERE a.id = NEW.assignment_id;
      found.title := NEW.title; found.owner_id := NEW.owner_id;
      found.leads_to := CASE NEW.kind WHEN 'text' THEN 'desk/' || NEW.assignment_id || '#step=' || NEW.step_id
        WHEN 'notes' THEN 'desk/' || NEW.assignment_id || '#sheet=notes' ELSE 'shelf/' || NEW.id END;
  END CASE;
  found.folded := folded(found.title);
  INSERT INTO findable SELECT found.* ON CONFLICT (kind, id) DO UPDATE SET class_id = excluded.class_id,
    leads_to = excluded.leads_to, title = excluded.title, posted_at = excluded.posted_at, folded = excluded.folded,
    body = excluded.body;
  IF found.owner_id IS NULL THEN
    INSERT INTO findable_word SELECT found.class_id, word FROM regexp_split_to_table(found.folded, '[^[:alnum:]]+') word
      WHERE length(word) BETWEEN 3 AND 40 ON CONFLICT DO NOTHING;
  END IF;
  RETURN NEW;
END $$;
UPDATE document SET title = title;
