-- Which kinds there are the application knows (a registry each): the database keeps their names as text.
ALTER TABLE step DROP CONSTRAINT step_kind_check;
ALTER TABLE piece DROP CONSTRAINT piece_kind_check;
ALTER TABLE material DROP CONSTRAINT material_kind_check;
ALTER TABLE findable DROP CONSTRAINT findable_kind_check;

-- What was said of an assignment as a whole follows from its steps, which have settings of their own.
ALTER TABLE step ADD COLUMN settings jsonb NOT NULL DEFAULT '{}';
UPDATE step s SET settings = jsonb_build_object('tools', CASE a.takes WHEN 'short' THEN 'words' ELSE 'all' END)
  FROM assignment a WHERE a.id = s.assignment_id AND s.kind = 'write';
ALTER TABLE assignment DROP COLUMN takes;

-- Which events are news to whom is for the application to say: the indexes serve every kind.
DROP INDEX event_news_student;
DROP INDEX event_news_teacher;
CREATE INDEX event_news_student ON event (student_id, id) WHERE student_id IS NOT NULL;
CREATE INDEX event_news_teacher ON event (class_id, id) WHERE student_id IS NOT NULL;

-- What can be found says what it is; the address follows from that, and from the document where it is one.
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
      found.class_id := NEW.id; found.title := NEW.name;
    WHEN 'assignment' THEN
      found.class_id := NEW.class_id; found.title := NEW.title; found.posted_at := NEW.posted_at;
    WHEN 'material' THEN
      IF NOT NEW.listed OR NEW.removed_at IS NOT NULL THEN
        DELETE FROM findable WHERE kind = 'material' AND id = NEW.id;
        RETURN NEW;
      END IF;
      found.class_id := NEW.class_id; found.title := NEW.title; found.posted_at := NEW.posted_at;
    WHEN 'announcement' THEN
      found.class_id := NEW.class_id; found.title := NEW.title; found.posted_at := NEW.posted_at;
      found.body := to_tsvector(text_language(NEW.class_id), NEW.body);
    WHEN 'document' THEN
      IF NEW.removed_at IS NOT NULL THEN
        DELETE FROM findable WHERE kind = 'document' AND id = NEW.id;
        RETURN NEW;
      END IF;
      SELECT a.class_id INTO found.class_id FROM assignment a WHERE a.id = NEW.assignment_id;
      found.title := NEW.title; found.owner_id := NEW.owner_id;
  END CASE;
  found.folded := folded(found.title);
  INSERT INTO findable (kind, id, class_id, owner_id, title, posted_at, folded, body)
    VALUES (found.kind, found.id, found.class_id, found.owner_id, found.title, found.posted_at, found.folded, found.body)
    ON CONFLICT (kind, id) DO UPDATE SET class_id = excluded.class_id, title = excluded.title,
      posted_at = excluded.posted_at, folded = excluded.folded, body = excluded.body;
  IF found.owner_id IS NULL THEN
    INSERT INTO findable_word SELECT found.class_id, word FROM regexp_split_to_table(found.folded, '[^[:alnum:]]+') word
      WHERE length(word) BETWEEN 3 AND 40 ON CONFLICT DO NOTHING;
  END IF;
  RETURN NEW;
END $$;
ALTER TABLE findable DROP COLUMN leads_to;

-- What a document is for (the copy of a starter, notes beside an assignment, one's own) is its role; its kind is what
-- it is made of.
ALTER TABLE document DROP CONSTRAINT document_belongs;
ALTER TABLE document RENAME COLUMN kind TO role;
UPDATE document SET role = 'copy' WHERE role = 'text';
ALTER TABLE document
  ADD COLUMN kind text NOT NULL DEFAULT 'text',
  ADD CONSTRAINT document_belongs CHECK (
    (role = 'copy' AND assignment_id IS NOT NULL AND step_id IS NOT NULL)
    OR (role = 'notes' AND assignment_id IS NOT NULL AND step_id IS NULL)
    OR (role = 'own' AND assignment_id IS NULL AND step_id IS NULL));
ALTER TABLE document ALTER COLUMN kind DROP DEFAULT;

-- By which rubric the marks of a draft were given.
ALTER TABLE marking_draft ADD COLUMN rubric text;

-- A document that was handed in says of which kind it is.
ALTER TABLE hand_in_piece ADD COLUMN document_kind text;
UPDATE hand_in_piece SET kind = 'document', document_kind = 'text' WHERE kind IN ('document', 'answer');
