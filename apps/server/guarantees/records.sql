-- What is kept for the record is never changed, and its ids are never given again.

-- What happened to locks and closings: one id, one event.
CREATE TRIGGER period_event_insert BEFORE INSERT ON period_event BEGIN
  SELECT RAISE(ABORT, 'period: its history is never changed') WHERE EXISTS (SELECT 1 FROM period_event WHERE id = NEW.id);
  SELECT RAISE(ABORT, 'period: what happened is sealed') WHERE NEW.record_seal NOT GLOB '[0-9a-f]*' OR length(NEW.record_seal) <> 64;
END;

-- Not changed.
CREATE TRIGGER period_event_update BEFORE UPDATE ON period_event BEGIN SELECT RAISE(ABORT, 'period: its history is never changed'); END;

-- Not deleted.
CREATE TRIGGER period_event_delete BEFORE DELETE ON period_event BEGIN SELECT RAISE(ABORT, 'period: its history is never deleted'); END;

-- What happened to the set-up: one id, one event.
CREATE TRIGGER set_up_change_insert BEFORE INSERT ON set_up_change BEGIN
  SELECT RAISE(ABORT, 'audit trail: never changed') WHERE EXISTS (SELECT 1 FROM set_up_change WHERE id = NEW.id);
  SELECT RAISE(ABORT, 'audit trail: what happened is sealed') WHERE NEW.record_seal NOT GLOB '[0-9a-f]*' OR length(NEW.record_seal) <> 64;
END;

-- Not changed.
CREATE TRIGGER set_up_change_update BEFORE UPDATE ON set_up_change BEGIN SELECT RAISE(ABORT, 'audit trail: never changed'); END;

-- Not deleted.
CREATE TRIGGER set_up_change_delete BEFORE DELETE ON set_up_change BEGIN SELECT RAISE(ABORT, 'audit trail: never deleted'); END;

-- What happened to the take-on: one id, one event.
CREATE TRIGGER take_on_event_insert BEFORE INSERT ON take_on_event BEGIN
  SELECT RAISE(ABORT, 'take-on: its history is never changed') WHERE EXISTS (SELECT 1 FROM take_on_event WHERE id = NEW.id);
  SELECT RAISE(ABORT, 'take-on: what happened is sealed') WHERE NEW.record_seal NOT GLOB '[0-9a-f]*' OR length(NEW.record_seal) <> 64;
END;

-- Not changed.
CREATE TRIGGER take_on_event_update BEFORE UPDATE ON take_on_event BEGIN SELECT RAISE(ABORT, 'take-on: its history is never changed'); END;

-- Not deleted.
CREATE TRIGGER take_on_event_delete BEFORE DELETE ON take_on_event BEGIN SELECT RAISE(ABORT, 'take-on: its history is never deleted'); END;

-- How a draft ended is not changed.
CREATE TRIGGER draft_end_update BEFORE UPDATE ON draft_end BEGIN SELECT RAISE(ABORT, 'draft: how it ended is never changed'); END;

-- Nor deleted.
CREATE TRIGGER draft_end_delete BEFORE DELETE ON draft_end BEGIN SELECT RAISE(ABORT, 'draft: how it ended is never deleted'); END;

-- What happened to a draft: one place, one event, each after the one before.
CREATE TRIGGER draft_event_insert BEFORE INSERT ON draft_event BEGIN
  SELECT RAISE(ABORT, 'draft: its history has no gaps and is never changed') WHERE NEW.place <> 1 + (
    SELECT coalesce(max(place), 0) FROM draft_event WHERE organisation = NEW.organisation AND draft = NEW.draft);
END;

-- Not changed.
CREATE TRIGGER draft_event_update BEFORE UPDATE ON draft_event BEGIN SELECT RAISE(ABORT, 'draft: its history is never changed'); END;

-- Not deleted.
CREATE TRIGGER draft_event_delete BEFORE DELETE ON draft_event BEGIN SELECT RAISE(ABORT, 'draft: its history is never deleted'); END;

-- A draft never bears the id of another.
CREATE TRIGGER draft_insert BEFORE INSERT ON draft BEGIN
  SELECT RAISE(ABORT, 'draft: its id was given before') WHERE EXISTS (
    SELECT 1 FROM draft_end WHERE organisation = NEW.organisation AND id = NEW.id
    UNION ALL SELECT 1 FROM draft WHERE organisation = NEW.organisation AND id = NEW.id);
END;
