-- What sealed lines name by an id keeps the id and what it means: organisations, accounts, contacts, breakdowns.

-- One id, one organisation.
CREATE TRIGGER organisation_insert BEFORE INSERT ON organisation BEGIN
  SELECT RAISE(ABORT, 'organisation: id is taken') WHERE EXISTS (SELECT 1 FROM organisation WHERE id = NEW.id);
  SELECT RAISE(ABORT, 'organisation: years begin on a day of a month') WHERE NEW.fiscal_year_start_day NOT BETWEEN 1 AND 31;
END;

-- What figures are told in stays once something is posted.
CREATE TRIGGER organisation_update BEFORE UPDATE ON organisation BEGIN
  SELECT RAISE(ABORT, 'organisation: its id never changes') WHERE NEW.id IS NOT OLD.id;
  SELECT RAISE(ABORT, 'organisation: years begin on a day of a month') WHERE NEW.fiscal_year_start_day NOT BETWEEN 1 AND 31;
  SELECT RAISE(ABORT, 'organisation: currency, first day and start of the year stay once something is posted')
    WHERE (NEW.base_currency IS NOT OLD.base_currency OR NEW.first_day IS NOT OLD.first_day
        OR NEW.fiscal_year_start_month IS NOT OLD.fiscal_year_start_month
        OR NEW.fiscal_year_start_day IS NOT OLD.fiscal_year_start_day)
      AND EXISTS (SELECT 1 FROM entry WHERE organisation = OLD.id);
END;

-- One with entries stays.
CREATE TRIGGER organisation_delete BEFORE DELETE ON organisation BEGIN
  SELECT RAISE(ABORT, 'organisation: one with entries is never deleted')
    WHERE EXISTS (SELECT 1 FROM entry WHERE organisation = OLD.id);
END;

-- One id and one number, one account; a heading takes no postings.
CREATE TRIGGER account_insert BEFORE INSERT ON account BEGIN
  SELECT RAISE(ABORT, 'account: id or number is taken')
    WHERE EXISTS (SELECT 1 FROM account WHERE organisation = NEW.organisation AND id = NEW.id);
  SELECT RAISE(ABORT, 'account: id or number is taken')
    WHERE EXISTS (SELECT 1 FROM account WHERE organisation = NEW.organisation AND number = NEW.number);
  SELECT RAISE(ABORT, 'account: a posted account becomes no heading')
    WHERE EXISTS (SELECT 1 FROM total WHERE organisation = NEW.organisation AND account = NEW.parent);
  SELECT RAISE(ABORT, 'account: no such tax code') WHERE NEW.tax_code IS NOT NULL
    AND NOT EXISTS (SELECT 1 FROM tax_code WHERE organisation = NEW.organisation AND id = NEW.tax_code);
END;

-- An account keeps its id and, once posted to, its element and currency.
CREATE TRIGGER account_update BEFORE UPDATE ON account BEGIN
  SELECT RAISE(ABORT, 'account: its id never changes') WHERE NEW.organisation IS NOT OLD.organisation OR NEW.id IS NOT OLD.id;
  SELECT RAISE(ABORT, 'account: number is taken')
    WHERE EXISTS (SELECT 1 FROM account WHERE organisation = NEW.organisation AND number = NEW.number AND id <> NEW.id);
  SELECT RAISE(ABORT, 'account: element or currency of a posted account never change')
    WHERE (NEW.element IS NOT OLD.element OR NEW.currency IS NOT OLD.currency)
      AND EXISTS (SELECT 1 FROM total WHERE organisation = OLD.organisation AND account = OLD.id);
  SELECT RAISE(ABORT, 'account: a posted account becomes no heading')
    WHERE NEW.parent IS NOT OLD.parent
      AND EXISTS (SELECT 1 FROM total WHERE organisation = NEW.organisation AND account = NEW.parent);
  SELECT RAISE(ABORT, 'account: no such tax code') WHERE NEW.tax_code IS NOT NULL
    AND NOT EXISTS (SELECT 1 FROM tax_code WHERE organisation = NEW.organisation AND id = NEW.tax_code);
END;

-- A posted one stays.
CREATE TRIGGER account_delete BEFORE DELETE ON account BEGIN
  SELECT RAISE(ABORT, 'account: a posted account is never deleted')
    WHERE EXISTS (SELECT 1 FROM total WHERE organisation = OLD.organisation AND account = OLD.id);
END;

-- One id, number and name, one contact.
CREATE TRIGGER contact_insert BEFORE INSERT ON contact BEGIN
  SELECT RAISE(ABORT, 'contact: id, number or name is taken')
    WHERE EXISTS (SELECT 1 FROM contact WHERE organisation = NEW.organisation AND id = NEW.id);
  SELECT RAISE(ABORT, 'contact: id, number or name is taken')
    WHERE EXISTS (SELECT 1 FROM contact WHERE organisation = NEW.organisation AND number = NEW.number);
  SELECT RAISE(ABORT, 'contact: id, number or name is taken')
    WHERE EXISTS (SELECT 1 FROM contact WHERE organisation = NEW.organisation AND name = NEW.name COLLATE NOCASE);
END;

-- A contact keeps its id; one that is merged leads in one step to one that is not.
CREATE TRIGGER contact_update BEFORE UPDATE ON contact BEGIN
  SELECT RAISE(ABORT, 'contact: its id never changes') WHERE NEW.organisation IS NOT OLD.organisation OR NEW.id IS NOT OLD.id;
  SELECT RAISE(ABORT, 'contact: number or name is taken')
    WHERE EXISTS (SELECT 1 FROM contact WHERE organisation = NEW.organisation AND number = NEW.number AND id <> NEW.id);
  SELECT RAISE(ABORT, 'contact: number or name is taken')
    WHERE EXISTS (SELECT 1 FROM contact WHERE organisation = NEW.organisation AND name = NEW.name COLLATE NOCASE AND id <> NEW.id);
  SELECT RAISE(ABORT, 'contact: merged into one that stands by itself')
    WHERE NEW.merged_into IS NOT NULL AND NEW.merged_into IS NOT OLD.merged_into AND (NEW.merged_into = NEW.id
      OR NOT EXISTS (SELECT 1 FROM contact
        WHERE organisation = NEW.organisation AND id = NEW.merged_into AND merged_into IS NULL));
  SELECT RAISE(ABORT, 'contact: others are merged into it')
    WHERE NEW.merged_into IS NOT NULL AND NEW.merged_into IS NOT OLD.merged_into
      AND EXISTS (SELECT 1 FROM contact WHERE organisation = NEW.organisation AND merged_into = NEW.id);
END;

-- One with posted lines stays.
CREATE TRIGGER contact_delete BEFORE DELETE ON contact BEGIN
  SELECT RAISE(ABORT, 'contact: a contact with posted lines is never deleted')
    WHERE EXISTS (SELECT 1 FROM line WHERE organisation = OLD.organisation AND contact = OLD.id);
END;

-- One id and one name, one breakdown; none that has to balance comes after the first entry.
CREATE TRIGGER breakdown_insert BEFORE INSERT ON breakdown BEGIN
  SELECT RAISE(ABORT, 'breakdown: id or name is taken')
    WHERE EXISTS (SELECT 1 FROM breakdown WHERE organisation = NEW.organisation AND (id = NEW.id OR name = NEW.name));
  SELECT RAISE(ABORT, 'breakdown: books with entries get no self-balancing breakdown')
    WHERE NEW.self_balancing = 1 AND EXISTS (SELECT 1 FROM entry WHERE organisation = NEW.organisation);
END;

-- What it demands of posted lines never changes.
CREATE TRIGGER breakdown_update BEFORE UPDATE ON breakdown BEGIN
  SELECT RAISE(ABORT, 'breakdown: what it demands of posted lines never changes')
    WHERE NEW.organisation IS NOT OLD.organisation OR NEW.id IS NOT OLD.id
      OR (NEW.self_balancing IS NOT OLD.self_balancing AND EXISTS (SELECT 1 FROM entry WHERE organisation = OLD.organisation));
END;

-- One in use stays.
CREATE TRIGGER breakdown_delete BEFORE DELETE ON breakdown BEGIN
  SELECT RAISE(ABORT, 'breakdown: one in use is never deleted')
    WHERE EXISTS (SELECT 1 FROM combination_value WHERE organisation = OLD.organisation AND breakdown = OLD.id);
END;

-- One id, one value; it stands under another that is not posted to.
CREATE TRIGGER breakdown_value_insert BEFORE INSERT ON breakdown_value BEGIN
  SELECT RAISE(ABORT, 'breakdown: value is taken') WHERE EXISTS (SELECT 1 FROM breakdown_value
    WHERE organisation = NEW.organisation AND breakdown = NEW.breakdown AND id = NEW.id);
  SELECT RAISE(ABORT, 'breakdown: no such value to stand under')
    WHERE NEW.parent IS NOT NULL AND (NEW.parent = NEW.id OR NOT EXISTS (SELECT 1 FROM breakdown_value
      WHERE organisation = NEW.organisation AND breakdown = NEW.breakdown AND id = NEW.parent));
  SELECT RAISE(ABORT, 'breakdown: a posted value takes none under it')
    WHERE NEW.parent IS NOT NULL AND EXISTS (SELECT 1 FROM combination_value
      WHERE organisation = NEW.organisation AND breakdown = NEW.breakdown AND value = NEW.parent);
END;

-- A value keeps its id.
CREATE TRIGGER breakdown_value_update BEFORE UPDATE ON breakdown_value BEGIN
  SELECT RAISE(ABORT, 'breakdown: the id of a value never changes')
    WHERE NEW.organisation IS NOT OLD.organisation OR NEW.breakdown IS NOT OLD.breakdown OR NEW.id IS NOT OLD.id;
  SELECT RAISE(ABORT, 'breakdown: no such value to stand under')
    WHERE NEW.parent IS NOT NULL AND NEW.parent IS NOT OLD.parent AND (NEW.parent = NEW.id OR NOT EXISTS (SELECT 1 FROM breakdown_value
      WHERE organisation = NEW.organisation AND breakdown = NEW.breakdown AND id = NEW.parent));
  SELECT RAISE(ABORT, 'breakdown: a posted value takes none under it')
    WHERE NEW.parent IS NOT NULL AND NEW.parent IS NOT OLD.parent AND EXISTS (SELECT 1 FROM combination_value
      WHERE organisation = NEW.organisation AND breakdown = NEW.breakdown AND value = NEW.parent);
END;

-- One in use stays, and so does one that others stand under.
CREATE TRIGGER breakdown_value_delete BEFORE DELETE ON breakdown_value BEGIN
  SELECT RAISE(ABORT, 'breakdown: a value in use is never deleted') WHERE EXISTS (SELECT 1 FROM combination_value
    WHERE organisation = OLD.organisation AND breakdown = OLD.breakdown AND value = OLD.id);
  SELECT RAISE(ABORT, 'breakdown: others stand under this value') WHERE EXISTS (SELECT 1 FROM breakdown_value
    WHERE organisation = OLD.organisation AND breakdown = OLD.breakdown AND parent = OLD.id);
  SELECT RAISE(ABORT, 'breakdown: the usual value stays') WHERE EXISTS (SELECT 1 FROM breakdown
    WHERE organisation = OLD.organisation AND id = OLD.breakdown AND usual_value = OLD.id);
END;

-- One id and one content, one combination.
CREATE TRIGGER combination_insert BEFORE INSERT ON combination BEGIN
  SELECT RAISE(ABORT, 'combination: is there already') WHERE EXISTS (SELECT 1 FROM combination
    WHERE organisation = NEW.organisation AND (id = NEW.id OR content = NEW.content));
END;

-- Its values come with it, from its content.
CREATE TRIGGER combination_values AFTER INSERT ON combination BEGIN
  INSERT INTO combination_value (organisation, combination, breakdown, value)
    SELECT NEW.organisation, NEW.id, CAST(key AS INTEGER), value FROM json_each(NEW.content);
  SELECT RAISE(ABORT, 'combination: names no value of this organisation')
    FROM combination_value AS v LEFT JOIN breakdown_value AS b
      ON b.organisation = v.organisation AND b.breakdown = v.breakdown AND b.id = v.value
    WHERE v.organisation = NEW.organisation AND v.combination = NEW.id AND b.id IS NULL;
END;

-- It stays as it is.
CREATE TRIGGER combination_update BEFORE UPDATE ON combination BEGIN SELECT RAISE(ABORT, 'combination: never changed'); END;

-- It stays.
CREATE TRIGGER combination_delete BEFORE DELETE ON combination BEGIN SELECT RAISE(ABORT, 'combination: never deleted'); END;

-- Its values are those of its content.
CREATE TRIGGER combination_value_insert BEFORE INSERT ON combination_value BEGIN
  SELECT RAISE(ABORT, 'combination: values come with their combination')
    WHERE EXISTS (SELECT 1 FROM combination_value WHERE organisation = NEW.organisation AND combination = NEW.combination
        AND breakdown = NEW.breakdown)
      OR NEW.value IS NOT (SELECT json_extract(content, '$."' || NEW.breakdown || '"') FROM combination
        WHERE organisation = NEW.organisation AND id = NEW.combination);
END;

-- They stay as they are.
CREATE TRIGGER combination_value_update BEFORE UPDATE ON combination_value BEGIN SELECT RAISE(ABORT, 'combination: never changed'); END;

-- They stay.
CREATE TRIGGER combination_value_delete BEFORE DELETE ON combination_value BEGIN SELECT RAISE(ABORT, 'combination: never deleted'); END;
