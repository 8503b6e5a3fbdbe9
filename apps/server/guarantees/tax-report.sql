-- Settlements of taxes: each period once, by an entry that stands, and on record for good.

CREATE TRIGGER tax_settlement_insert BEFORE INSERT ON tax_settlement BEGIN
  SELECT RAISE(ABORT, 'tax settlement: its entry is not there, or not of its last day') WHERE NOT EXISTS (
    SELECT 1 FROM entry WHERE organisation = NEW.organisation AND place = NEW.entry AND date = NEW.last_day);
  SELECT RAISE(ABORT, 'tax settlement: a day of it, or a later one, is settled already') WHERE EXISTS (
    SELECT 1 FROM tax_settlement AS s WHERE s.organisation = NEW.organisation
      AND (s.entry = NEW.entry OR s.last_day >= NEW.first_day AND NOT EXISTS (
        SELECT 1 FROM entry AS r WHERE r.organisation = s.organisation AND r.reverses = s.entry)));
END;

-- Not changed.
CREATE TRIGGER tax_settlement_update BEFORE UPDATE ON tax_settlement BEGIN SELECT RAISE(ABORT, 'tax settlement: never changed'); END;

-- Not deleted.
CREATE TRIGGER tax_settlement_delete BEFORE DELETE ON tax_settlement BEGIN SELECT RAISE(ABORT, 'tax settlement: never deleted'); END;
