-- What the set-up names is there: owners, tax codes, the values others stand under, the contact that stays.

-- An account that names a tax code keeps it.
CREATE TRIGGER tax_code_delete BEFORE DELETE ON tax_code BEGIN
  SELECT RAISE(ABORT, 'tax code: an account names it') WHERE EXISTS (SELECT 1 FROM account
    WHERE organisation = OLD.organisation AND tax_code = OLD.id);
END;

-- And so does a line that was posted.
CREATE TRIGGER tax_code_delete_posted BEFORE DELETE ON tax_code BEGIN
  SELECT RAISE(ABORT, 'tax code: entries name it') WHERE EXISTS (SELECT 1 FROM line
    WHERE organisation = OLD.organisation AND tax_code = OLD.id);
END;

-- None is put over another.
CREATE TRIGGER tax_code_insert BEFORE INSERT ON tax_code BEGIN
  SELECT RAISE(ABORT, 'tax code: there is one already') WHERE EXISTS (SELECT 1 FROM tax_code
    WHERE organisation = NEW.organisation AND (id = NEW.id OR code = NEW.code COLLATE NOCASE));
END;

-- Entries mean what it was for.
CREATE TRIGGER tax_code_update_side BEFORE UPDATE ON tax_code WHEN NEW.side <> OLD.side BEGIN
  SELECT RAISE(ABORT, 'tax code: entries name it') WHERE EXISTS (SELECT 1 FROM line
    WHERE organisation = OLD.organisation AND tax_code = OLD.id);
END;

-- Members can sign in.
CREATE TRIGGER membership_insert_person BEFORE INSERT ON membership BEGIN
  SELECT RAISE(ABORT, 'membership: this person cannot sign in') WHERE NOT EXISTS (SELECT 1 FROM person
    WHERE id = NEW.person AND email IS NOT NULL);
END;

-- The last owner stays one.
CREATE TRIGGER membership_update_owner BEFORE UPDATE ON membership
  WHEN OLD.role = 'owner' AND (NEW.role <> 'owner' OR NEW.organisation <> OLD.organisation) BEGIN
  SELECT RAISE(ABORT, 'membership: somebody has to own the books') WHERE NOT EXISTS (SELECT 1 FROM membership
    WHERE organisation = OLD.organisation AND role = 'owner' AND person <> OLD.person);
END;

-- And stays.
CREATE TRIGGER membership_delete_owner BEFORE DELETE ON membership WHEN OLD.role = 'owner' BEGIN
  SELECT RAISE(ABORT, 'membership: somebody has to own the books') WHERE NOT EXISTS (SELECT 1 FROM membership
    WHERE organisation = OLD.organisation AND role = 'owner' AND person <> OLD.person);
END;
