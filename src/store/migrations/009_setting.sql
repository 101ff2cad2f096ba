-- What teachers set has versions: each as it was posted, kept for good. The tables beside it hold the newest.
CREATE TABLE assignment_version (
  assignment_id text NOT NULL REFERENCES assignment,
  number integer NOT NULL,
  at timestamptz NOT NULL,
  -- Who posted it; unknown for what was set before versions were kept.
  by_id text REFERENCES person,
  -- Brief, steps, asks, rubric and rules.
  brief jsonb NOT NULL,
  PRIMARY KEY (assignment_id, number)
);
CREATE TRIGGER assignment_version_is_kept BEFORE UPDATE OR DELETE ON assignment_version FOR EACH ROW
  EXECUTE FUNCTION event_is_kept();

ALTER TABLE assignment ADD COLUMN version integer NOT NULL DEFAULT 1;
-- To which version something belongs: the copy of a starter, a hand-in, marks that were handed back.
ALTER TABLE document ADD COLUMN version integer;
ALTER TABLE hand_in ADD COLUMN version integer NOT NULL DEFAULT 1;
ALTER TABLE hand_back ADD COLUMN version integer NOT NULL DEFAULT 1;
UPDATE document SET version = 1 WHERE role = 'copy';

CREATE FUNCTION epoch_ms(at timestamptz) RETURNS bigint LANGUAGE sql IMMUTABLE AS $$
  SELECT round(extract(epoch FROM at) * 1000)::bigint
$$;
INSERT INTO assignment_version (assignment_id, number, at, brief)
  SELECT a.id, 1, a.posted_at, jsonb_build_object(
    'title', a.title, 'unit', a.unit_id, 'instructions', a.instructions, 'minutes', a.minutes, 'points', a.points,
    'opensAt', epoch_ms(a.opens_at), 'dueAt', epoch_ms(a.due_at), 'closesAt', epoch_ms(a.closes_at),
    'late', a.late, 'takeBack', a.take_back, 'goes', a.goes, 'inOrder', a.in_order, 'unnamed', a.unnamed, 'asks', a.asks,
    'after', (SELECT coalesce(jsonb_agg(u.after_id ORDER BY u.after_id), '[]') FROM unlocks u WHERE u.assignment_id = a.id),
    'groups', (SELECT coalesce(jsonb_agg(g.members ORDER BY g.number), '[]') FROM (SELECT number,
      jsonb_agg(student_id ORDER BY student_id) AS members FROM work_group w WHERE w.assignment_id = a.id GROUP BY number) g),
    'steps', (SELECT coalesce(jsonb_agg(jsonb_build_object('id', s.id, 'kind', s.kind, 'title', s.title, 'minutes', s.minutes,
      'settings', s.settings, 'material', s.material_id, 'starter', s.starter) ORDER BY s.position), '[]')
      FROM step s WHERE s.assignment_id = a.id),
    'rubric', (SELECT coalesce(jsonb_agg(jsonb_build_object('id', c.id, 'title', c.title, 'points', c.points,
      'levels', c.levels) ORDER BY c.position), '[]') FROM criterion c WHERE c.assignment_id = a.id))
  FROM assignment a;
DROP FUNCTION epoch_ms;

-- A draft of what will be set is a document of the class: every teacher of it writes there.
ALTER TABLE document ADD COLUMN class_id text REFERENCES class, DROP CONSTRAINT document_belongs,
  ADD CONSTRAINT document_belongs CHECK (
    (role = 'copy' AND assignment_id IS NOT NULL AND step_id IS NOT NULL AND class_id IS NULL)
    OR (role = 'notes' AND assignment_id IS NOT NULL AND step_id IS NULL AND class_id IS NULL)
    OR (role = 'own' AND assignment_id IS NULL AND step_id IS NULL AND class_id IS NULL)
    OR (role = 'draft' AND step_id IS NULL AND class_id IS NOT NULL));
-- What has been posted has one draft, in which it is changed.
CREATE UNIQUE INDEX document_draft ON document (assignment_id) WHERE role = 'draft';
CREATE INDEX document_draft_of_class ON document (class_id) WHERE role = 'draft';

-- Nobody finds a draft by its words: it is not for whoever may read the class.
DROP TRIGGER find_document ON document;
CREATE TRIGGER find_document AFTER INSERT OR UPDATE ON document FOR EACH ROW WHEN (NEW.role <> 'draft')
  EXECUTE FUNCTION keep_findable('document');
CREATE TRIGGER find_document_no_more AFTER DELETE ON document FOR EACH ROW EXECUTE FUNCTION keep_findable('document');
