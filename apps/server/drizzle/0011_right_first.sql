-- A closed year keeps the rules it was closed by, so that no later change of the set-up redraws it.
ALTER TABLE year_closing ADD COLUMN rules TEXT CHECK (rules IS NULL OR json_valid(rules));
--> statement-breakpoint
-- Which year's closing locked a period: reopening the year gives back just these.
ALTER TABLE period_lock ADD COLUMN closing TEXT;
--> statement-breakpoint
-- The result of the time before these books goes where each year's closing would take it, rather than into one account.
ALTER TABLE take_on ADD COLUMN closes_by_rule INTEGER CHECK (closes_by_rule = 1);
--> statement-breakpoint
-- How a person reads and types amounts and dates.
ALTER TABLE person ADD COLUMN preferences TEXT CHECK (preferences IS NULL OR json_valid(preferences));
--> statement-breakpoint
-- What became of a draft: its id is never given again, so that nobody posts or drops another by it.
CREATE TABLE draft_end (
  organisation INTEGER NOT NULL REFERENCES organisation (id),
  id INTEGER NOT NULL CHECK (id > 0),
  entry TEXT,
  at TEXT NOT NULL,
  by INTEGER NOT NULL REFERENCES person (id),
  PRIMARY KEY (organisation, id)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE TRIGGER draft_end_update BEFORE UPDATE ON draft_end BEGIN SELECT RAISE(ABORT, 'draft: how it ended is never changed'); END;
--> statement-breakpoint
CREATE TRIGGER draft_end_delete BEFORE DELETE ON draft_end BEGIN SELECT RAISE(ABORT, 'draft: how it ended is never deleted'); END;
--> statement-breakpoint
CREATE TRIGGER draft_insert BEFORE INSERT ON draft BEGIN
  SELECT RAISE(ABORT, 'draft: its id was given before') WHERE EXISTS (
    SELECT 1 FROM draft_end WHERE organisation = NEW.organisation AND id = NEW.id
    UNION ALL SELECT 1 FROM draft WHERE organisation = NEW.organisation AND id = NEW.id);
END;
--> statement-breakpoint
-- Lines that are not posted yet mean accounts and contacts by id; numbers and names are labels on them.
UPDATE recurring_journal SET entry = json_set(entry, '$.lines', (
  SELECT json_group_array(json_patch(l.value, json_object('ids', json_object(
    'account', (SELECT id FROM account AS a WHERE a.organisation = recurring_journal.organisation
      AND a.number = json_extract(l.value, '$.account')),
    'contact', (SELECT min(id) FROM contact AS c WHERE c.organisation = recurring_journal.organisation
      AND json_extract(l.value, '$.contact') IN (c.number, c.name))))))
  FROM json_each(recurring_journal.entry, '$.lines') AS l))
WHERE json_type(entry, '$.lines') = 'array';
--> statement-breakpoint
UPDATE draft SET content = json_set(content, '$.lines', (
  SELECT json_group_array(json_patch(l.value, json_object('ids', json_object(
    'account', (SELECT id FROM account AS a WHERE a.organisation = draft.organisation
      AND a.number = json_extract(l.value, '$.account')),
    'contact', (SELECT min(id) FROM contact AS c WHERE c.organisation = draft.organisation
      AND json_extract(l.value, '$.contact') IN (c.number, c.name))))))
  FROM json_each(draft.content, '$.lines') AS l))
WHERE json_type(content, '$.lines') = 'array';
--> statement-breakpoint
-- How much an organisation's entries come to on one side, in all: no sum over its lines can be larger, so that none that
-- is ever drawn leaves the range in which numbers are exact.
CREATE TABLE volume (
  organisation INTEGER PRIMARY KEY REFERENCES organisation (id),
  debit INTEGER NOT NULL CHECK (debit BETWEEN 0 AND 9007199254740991),
  foreign_amount INTEGER NOT NULL CHECK (foreign_amount BETWEEN 0 AND 9007199254740991)
) STRICT;
--> statement-breakpoint
INSERT INTO volume (organisation, debit, foreign_amount)
  SELECT e.organisation, min(sum(e.debit), 9007199254740991), 0 FROM entry AS e GROUP BY e.organisation;
--> statement-breakpoint
UPDATE volume SET foreign_amount = coalesce((SELECT min(sum(abs(foreign_amount)), 9007199254740991) FROM line
  WHERE line.organisation = volume.organisation AND foreign_amount IS NOT NULL), 0);
--> statement-breakpoint
CREATE TRIGGER posting_volume BEFORE INSERT ON posting BEGIN
  INSERT INTO volume (organisation, debit, foreign_amount)
    SELECT NEW.organisation, coalesce(sum(max(amount, 0)), 0), coalesce(sum(abs(foreign_amount)), 0) FROM staged_line
    WHERE entry BETWEEN NEW.first AND NEW.last HAVING EXISTS (SELECT 1 FROM staged_entry)
    ON CONFLICT (organisation) DO UPDATE SET debit = debit + excluded.debit,
      foreign_amount = foreign_amount + excluded.foreign_amount;
END;
--> statement-breakpoint
-- It only grows, with what is staged to be posted.
CREATE TRIGGER volume_insert BEFORE INSERT ON volume BEGIN
  SELECT RAISE(ABORT, 'volume: it is written by a posting') WHERE NOT EXISTS (SELECT 1 FROM staged_entry);
END;
--> statement-breakpoint
CREATE TRIGGER volume_update BEFORE UPDATE ON volume BEGIN
  SELECT RAISE(ABORT, 'volume: it is written by a posting') WHERE NOT EXISTS (SELECT 1 FROM staged_entry);
  SELECT RAISE(ABORT, 'volume: beyond what the books can hold') WHERE NEW.debit > 9007199254740991 OR NEW.foreign_amount > 9007199254740991;
  SELECT RAISE(ABORT, 'volume: it never shrinks') WHERE NEW.debit < OLD.debit OR NEW.foreign_amount < OLD.foreign_amount;
END;
--> statement-breakpoint
CREATE TRIGGER volume_delete BEFORE DELETE ON volume BEGIN SELECT RAISE(ABORT, 'volume: it is never deleted'); END;
