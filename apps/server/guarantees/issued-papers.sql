-- Board papers as they were issued stay on record, one after the other, and so do their files.

CREATE TRIGGER issued_papers_insert BEFORE INSERT ON issued_papers BEGIN
  SELECT RAISE(ABORT, 'issued papers: one after the other') WHERE NEW.place <> 1 + (
    SELECT coalesce(max(place), 0) FROM issued_papers WHERE organisation = NEW.organisation);
  SELECT RAISE(ABORT, 'issued papers: their seal is not that of the books then') WHERE NEW.entries > 0 AND NOT EXISTS (
    SELECT 1 FROM entry WHERE organisation = NEW.organisation AND place = NEW.entries AND seal = NEW.seal);
END;

-- Not changed.
CREATE TRIGGER issued_papers_update BEFORE UPDATE ON issued_papers BEGIN SELECT RAISE(ABORT, 'issued papers: never changed'); END;

-- Not deleted.
CREATE TRIGGER issued_papers_delete BEFORE DELETE ON issued_papers BEGIN SELECT RAISE(ABORT, 'issued papers: never deleted'); END;

-- What was issued is not thrown away.
CREATE TRIGGER issued_papers_discard BEFORE UPDATE OF discarded_at ON attachment WHEN NEW.discarded_at IS NOT NULL BEGIN
  SELECT RAISE(ABORT, 'issued papers: their file stays') WHERE EXISTS (
    SELECT 1 FROM issued_papers WHERE organisation = NEW.organisation AND attachment = NEW.id);
END;
