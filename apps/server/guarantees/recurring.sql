-- Recurring journals: what held stays on record, and each date is settled once.

-- Versions follow each other.
CREATE TRIGGER recurring_version_insert BEFORE INSERT ON recurring_version BEGIN
  SELECT RAISE(ABORT, 'recurring journal: its versions have no gaps and are never changed') WHERE NEW.place <> 1 + (
    SELECT coalesce(max(place), 0) FROM recurring_version WHERE organisation = NEW.organisation AND journal = NEW.journal);
END;

-- Only its approval is added to a version, once.
CREATE TRIGGER recurring_version_update BEFORE UPDATE ON recurring_version BEGIN
  SELECT RAISE(ABORT, 'recurring journal: its versions have no gaps and are never changed')
    WHERE OLD.approved_at IS NOT NULL OR NEW.approved_at IS NULL
      OR (OLD.organisation, OLD.journal, OLD.place, OLD.first_date, OLD.schedule, OLD.amounts, OLD.entry, OLD.reverses, OLD.by_itself, OLD.made_by, OLD.made_at)
        IS NOT (NEW.organisation, NEW.journal, NEW.place, NEW.first_date, NEW.schedule, NEW.amounts, NEW.entry, NEW.reverses, NEW.by_itself, NEW.made_by, NEW.made_at);
END;

-- Not deleted.
CREATE TRIGGER recurring_version_delete BEFORE DELETE ON recurring_version BEGIN SELECT RAISE(ABORT, 'recurring journal: its versions are never deleted'); END;

-- A date is settled once.
CREATE TRIGGER occurrence_insert BEFORE INSERT ON occurrence BEGIN
  SELECT RAISE(ABORT, 'recurring journal: this date is settled already') WHERE EXISTS (
    SELECT 1 FROM occurrence WHERE organisation = NEW.organisation
      AND ((journal = NEW.journal AND date = NEW.date) OR entry = NEW.entry OR draft = NEW.draft));
END;

-- What was settled stays; a date whose draft was discarded can be skipped, and what the server did is told.
CREATE TRIGGER occurrence_update BEFORE UPDATE ON occurrence BEGIN
  SELECT RAISE(ABORT, 'recurring journal: a date that is settled is never changed')
    WHERE (OLD.organisation, OLD.journal, OLD.date, OLD.entry, OLD.draft, OLD.is_by_itself, OLD.reckoning)
        IS NOT (NEW.organisation, NEW.journal, NEW.date, NEW.entry, NEW.draft, NEW.is_by_itself, NEW.reckoning)
      OR ((OLD.state, OLD.reason, OLD.settled_at, OLD.settled_by) IS NOT (NEW.state, NEW.reason, NEW.settled_at, NEW.settled_by)
        AND NOT (OLD.state = 'drafted' AND NEW.state = 'skipped' AND EXISTS (
          SELECT 1 FROM draft WHERE organisation = OLD.organisation AND id = OLD.draft AND state = 'discarded')));
END;

-- Not deleted.
CREATE TRIGGER occurrence_delete BEFORE DELETE ON occurrence BEGIN SELECT RAISE(ABORT, 'recurring journal: a date that is settled is never changed'); END;

-- A draft is not brought back once the date that it was laid for is skipped.
CREATE TRIGGER draft_of_skipped BEFORE UPDATE OF state ON draft BEGIN
  SELECT RAISE(ABORT, 'draft: the date that it was laid for is skipped')
    WHERE OLD.state = 'discarded' AND NEW.state <> 'discarded' AND EXISTS (
      SELECT 1 FROM occurrence WHERE organisation = OLD.organisation AND draft = OLD.id AND state = 'skipped');
END;
