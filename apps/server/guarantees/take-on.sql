-- A take-on that is signed off stays; until then each change of its rows is counted.

-- Signed off: no row comes.
CREATE TRIGGER take_on_row_insert BEFORE INSERT ON take_on_row BEGIN
  SELECT RAISE(ABORT, 'take-on: it is signed off') FROM take_on WHERE organisation = NEW.organisation AND signed_off_at IS NOT NULL;
  SELECT RAISE(ABORT, 'take-on: id is taken') WHERE EXISTS (SELECT 1 FROM take_on_row WHERE organisation = NEW.organisation AND id = NEW.id);
END;

-- None changes.
CREATE TRIGGER take_on_row_update BEFORE UPDATE ON take_on_row BEGIN
  SELECT RAISE(ABORT, 'take-on: it is signed off') FROM take_on WHERE organisation = OLD.organisation AND signed_off_at IS NOT NULL;
END;

-- None goes.
CREATE TRIGGER take_on_row_delete BEFORE DELETE ON take_on_row BEGIN
  SELECT RAISE(ABORT, 'take-on: it is signed off') FROM take_on WHERE organisation = OLD.organisation AND signed_off_at IS NOT NULL;
END;

-- Nor is what it posted disowned.
CREATE TRIGGER take_on_entry_delete BEFORE DELETE ON take_on_entry BEGIN
  SELECT RAISE(ABORT, 'take-on: it is signed off') FROM take_on WHERE organisation = OLD.organisation AND signed_off_at IS NOT NULL;
END;

-- A row that comes is counted.
CREATE TRIGGER take_on_row_insert_version AFTER INSERT ON take_on_row BEGIN
  INSERT INTO take_on_version (organisation, version) VALUES (NEW.organisation, 1)
    ON CONFLICT (organisation) DO UPDATE SET version = version + 1;
END;

-- So is one that changes.
CREATE TRIGGER take_on_row_update_version AFTER UPDATE ON take_on_row BEGIN
  INSERT INTO take_on_version (organisation, version) VALUES (NEW.organisation, 1)
    ON CONFLICT (organisation) DO UPDATE SET version = version + 1;
END;

-- And one that goes.
CREATE TRIGGER take_on_row_delete_version AFTER DELETE ON take_on_row BEGIN
  INSERT INTO take_on_version (organisation, version) VALUES (OLD.organisation, 1)
    ON CONFLICT (organisation) DO UPDATE SET version = version + 1;
END;
