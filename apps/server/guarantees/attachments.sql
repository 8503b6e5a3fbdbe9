-- Papers: what was kept stays what it is, and what an entry was shown to rest on stays to be seen.

-- A paper is not put over another.
CREATE TRIGGER attachment_insert BEFORE INSERT ON attachment BEGIN
  SELECT RAISE(ABORT, 'paper: its id was given before') WHERE EXISTS (
    SELECT 1 FROM attachment WHERE organisation = NEW.organisation AND (id = NEW.id OR sha256 = NEW.sha256));
END;

-- Only whether it is discarded changes.
CREATE TRIGGER attachment_update BEFORE UPDATE ON attachment BEGIN
  SELECT RAISE(ABORT, 'paper: what it is never changes') WHERE NEW.organisation <> OLD.organisation OR NEW.id <> OLD.id
    OR NEW.sha256 <> OLD.sha256 OR NEW.name <> OLD.name OR NEW.type <> OLD.type OR NEW.bytes <> OLD.bytes
    OR NEW.at <> OLD.at OR NEW.by <> OLD.by;
END;

-- Not deleted.
CREATE TRIGGER attachment_delete BEFORE DELETE ON attachment BEGIN SELECT RAISE(ABORT, 'paper: never deleted'); END;

-- An entry gets its papers one after the other; a line that is named is there.
CREATE TRIGGER entry_attachment_insert BEFORE INSERT ON entry_attachment BEGIN
  SELECT RAISE(ABORT, 'paper: attached one after the other, to an entry and line that are there') WHERE NEW.place <> 1 + (
      SELECT coalesce(max(place), 0) FROM entry_attachment WHERE organisation = NEW.organisation AND entry = NEW.entry)
    OR NOT EXISTS (SELECT 1 FROM entry WHERE organisation = NEW.organisation AND place = NEW.entry)
    OR NOT EXISTS (SELECT 1 FROM attachment WHERE organisation = NEW.organisation AND id = NEW.attachment)
    OR NEW.line <> 0 AND NOT EXISTS (
      SELECT 1 FROM line WHERE organisation = NEW.organisation AND entry = NEW.entry AND place = NEW.line);
END;

-- It is taken off once, with a reason, and nothing else changes.
CREATE TRIGGER entry_attachment_update BEFORE UPDATE ON entry_attachment BEGIN
  SELECT RAISE(ABORT, 'paper: what was attached is only taken off, once') WHERE OLD.removed_at IS NOT NULL
    OR NEW.removed_at IS NULL OR NEW.organisation <> OLD.organisation OR NEW.entry <> OLD.entry OR NEW.place <> OLD.place
    OR NEW.attachment <> OLD.attachment OR NEW.line <> OLD.line OR NEW.at <> OLD.at OR NEW.by <> OLD.by;
END;

-- Not deleted.
CREATE TRIGGER entry_attachment_delete BEFORE DELETE ON entry_attachment BEGIN SELECT RAISE(ABORT, 'paper: what was attached is never deleted'); END;
