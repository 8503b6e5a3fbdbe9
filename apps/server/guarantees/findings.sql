-- What people said of findings stays on record, one after the other.

CREATE TRIGGER finding_event_insert BEFORE INSERT ON finding_event BEGIN
  SELECT RAISE(ABORT, 'finding: what is said of them has no gaps') WHERE NEW.place <> 1 + (
    SELECT coalesce(max(place), 0) FROM finding_event WHERE organisation = NEW.organisation);
END;

-- Not changed.
CREATE TRIGGER finding_event_update BEFORE UPDATE ON finding_event BEGIN SELECT RAISE(ABORT, 'finding: what was said is never changed'); END;

-- Not deleted.
CREATE TRIGGER finding_event_delete BEFORE DELETE ON finding_event BEGIN SELECT RAISE(ABORT, 'finding: what was said is never deleted'); END;
