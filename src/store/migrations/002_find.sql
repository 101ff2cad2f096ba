-- Files lie outside the database under their SHA-256; a row says that one is whole and what it is.
CREATE TABLE file (
  sha256 text PRIMARY KEY,
  type text NOT NULL,
  size bigint NOT NULL,
  at timestamptz NOT NULL
);

-- Materials of every kind. A window of their own: before it the title may show, the contents may not.
ALTER TABLE material
  ADD COLUMN kind text NOT NULL DEFAULT 'text'
    CHECK (kind IN ('text', 'pdf', 'slides', 'sheet', 'image', 'video', 'audio', 'link', 'book', 'other')),
  ADD COLUMN file_sha256 text REFERENCES file,
  ADD COLUMN file_name text,
  ADD COLUMN captions_sha256 text REFERENCES file,
  ADD COLUMN address text,
  ADD COLUMN alt text,
  ADD COLUMN opens_at timestamptz,
  ADD COLUMN closes_at timestamptz,
  ADD COLUMN removed_at timestamptz;
CREATE INDEX step_material ON step (material_id);

CREATE TABLE announcement_attachment (
  announcement_id text NOT NULL REFERENCES announcement,
  position integer NOT NULL,
  material_id text NOT NULL REFERENCES material,
  PRIMARY KEY (announcement_id, position)
);

-- Where somebody left off in a material: a share of the whole, and the page, second or chapter.
CREATE TABLE place (
  person_id text NOT NULL REFERENCES person,
  material_id text NOT NULL REFERENCES material,
  spot double precision NOT NULL,
  at timestamptz NOT NULL,
  PRIMARY KEY (person_id, material_id)
);

-- Work that opens after other work, and steps that come one after the other.
CREATE TABLE unlocks (
  assignment_id text NOT NULL REFERENCES assignment,
  after_id text NOT NULL REFERENCES assignment,
  PRIMARY KEY (assignment_id, after_id)
);
CREATE INDEX unlocks_after ON unlocks (after_id);
ALTER TABLE assignment ADD COLUMN in_order boolean NOT NULL DEFAULT false;
ALTER TABLE step DROP CONSTRAINT step_kind_check;
ALTER TABLE step ADD CONSTRAINT step_kind_check CHECK (kind IN ('read', 'write', 'do', 'agree'));

-- What a student has put off, and until when.
CREATE TABLE put_off (
  person_id text NOT NULL REFERENCES person,
  assignment_id text NOT NULL REFERENCES assignment,
  until timestamptz NOT NULL,
  PRIMARY KEY (person_id, assignment_id)
);

-- Getting into a class by a code.
CREATE TABLE invite_code (
  code text PRIMARY KEY,
  class_id text NOT NULL REFERENCES class,
  made_by text NOT NULL REFERENCES person,
  uses_left integer NOT NULL,
  expires_at timestamptz NOT NULL
);
CREATE INDEX invite_code_class ON invite_code (class_id);
CREATE TABLE join_attempt (
  person_id text NOT NULL REFERENCES person ON DELETE CASCADE,
  at timestamptz NOT NULL
);
CREATE INDEX join_attempt_person ON join_attempt (person_id, at);

-- The timetable, and when a teacher answers.
CREATE TABLE lesson (
  class_id text NOT NULL REFERENCES class,
  weekday integer NOT NULL CHECK (weekday BETWEEN 1 AND 7),
  number integer NOT NULL,
  starts text NOT NULL,
  ends text NOT NULL,
  PRIMARY KEY (class_id, weekday, number)
);
ALTER TABLE person ADD COLUMN hours text, ADD COLUMN reading jsonb;
ALTER TABLE class ADD COLUMN ended_at timestamptz;

-- What has been read of what is new: everything up to a mark, and single things after it.
ALTER TABLE person ADD COLUMN news_from bigint NOT NULL DEFAULT 0;
CREATE TABLE news_read (
  person_id text NOT NULL REFERENCES person,
  event_id bigint NOT NULL REFERENCES event,
  PRIMARY KEY (person_id, event_id)
);
CREATE INDEX event_news_student ON event (student_id, id) WHERE kind IN ('handed-back', 'aside-written', 'unlocked');
CREATE INDEX event_news_class ON event (class_id, id) WHERE student_id IS NULL;
CREATE INDEX event_news_teacher ON event (class_id, id) WHERE kind IN ('handed-in', 'taken-back', 'aside-written');

-- What Find looks through: one row for each thing that can be found, kept in step by triggers.
CREATE EXTENSION IF NOT EXISTS pg_trgm;

-- Letters as they are compared: small, without accents, vowel marks and the variants of alef, yeh and teh.
CREATE FUNCTION folded(words text) RETURNS text LANGUAGE sql IMMUTABLE PARALLEL SAFE AS $$
  SELECT translate(
    regexp_replace(lower(normalize(words, NFKD)), '[\u0300-\u036f\u0640\u064b-\u0655\u0670''’]', '', 'g'),
    'ىةٱ', 'يها')
$$;

CREATE TABLE findable (
  kind text NOT NULL CHECK (kind IN ('class', 'assignment', 'material', 'announcement', 'document')),
  id text NOT NULL,
  class_id text NOT NULL REFERENCES class,
  owner_id text REFERENCES person,
  leads_to text NOT NULL,
  title text NOT NULL,
  posted_at timestamptz,
  folded text NOT NULL,
  -- The words of what everybody in the class may read; never those of what has yet to open.
  body tsvector NOT NULL DEFAULT '',
  PRIMARY KEY (kind, id)
);
CREATE INDEX findable_of_class ON findable (class_id) WHERE kind = 'class';
CREATE INDEX findable_beginning ON findable (folded text_pattern_ops);
CREATE INDEX findable_folded ON findable USING gin (folded gin_trgm_ops);
CREATE INDEX findable_body ON findable USING gin (body);

-- The words of titles, a class each: what was typed with a slip is looked for among these. Documents are left out,
-- since their titles are for their owners alone.
CREATE TABLE findable_word (
  class_id text NOT NULL REFERENCES class,
  word text NOT NULL,
  PRIMARY KEY (class_id, word)
);
CREATE INDEX findable_word_likeness ON findable_word USING gin (word gin_trgm_ops);

CREATE FUNCTION text_language(of_class text) RETURNS regconfig LANGUAGE sql STABLE AS $$
  SELECT CASE locale WHEN 'en' THEN 'english'::regconfig WHEN 'ar' THEN 'arabic'::regconfig ELSE 'simple'::regconfig END
  FROM class WHERE class.id = of_class
$$;

CREATE FUNCTION keep_findable() RETURNS trigger LANGUAGE plpgsql AS $$
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
      SELECT a.class_id INTO found.class_id FROM assignment a WHERE a.id = NEW.assignment_id;
      found.title := NEW.title; found.owner_id := NEW.owner_id; found.leads_to := NEW.assignment_id || '#step=' || NEW.step_id;
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
CREATE TRIGGER find_class AFTER INSERT OR UPDATE OR DELETE ON class FOR EACH ROW EXECUTE FUNCTION keep_findable('class');
CREATE TRIGGER find_assignment AFTER INSERT OR UPDATE OR DELETE ON assignment FOR EACH ROW EXECUTE FUNCTION keep_findable('assignment');
CREATE TRIGGER find_material AFTER INSERT OR UPDATE OR DELETE ON material FOR EACH ROW EXECUTE FUNCTION keep_findable('material');
CREATE TRIGGER find_announcement AFTER INSERT OR UPDATE OR DELETE ON announcement FOR EACH ROW EXECUTE FUNCTION keep_findable('announcement');
CREATE TRIGGER find_document AFTER INSERT OR UPDATE OR DELETE ON document FOR EACH ROW EXECUTE FUNCTION keep_findable('document');

-- A school that was there before is taken in as it stands.
UPDATE class SET name = name;
UPDATE assignment SET title = title;
UPDATE material SET title = title;
UPDATE announcement SET title = title;
UPDATE document SET title = title;
