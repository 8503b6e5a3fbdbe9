-- An entry is one statement: this trigger checks it, the next one writes its lines and totals from its content.
CREATE TRIGGER entry_insert BEFORE INSERT ON entry BEGIN
  -- the chain: next place, next number of the year, previous seal, time that never runs backwards
  SELECT RAISE(ABORT, 'entry: not the next place in the chain')
    WHERE NEW.place IS NOT (SELECT coalesce(max(place), 0) + 1 FROM entry WHERE organisation = NEW.organisation);
  SELECT RAISE(ABORT, 'entry: not the next number of its year')
    WHERE NEW.number IS NOT (SELECT coalesce(max(number), 0) + 1 FROM entry WHERE organisation = NEW.organisation AND year = NEW.year);
  SELECT RAISE(ABORT, 'entry: does not follow the previous seal')
    WHERE NEW.previous_seal IS NOT coalesce(
      (SELECT seal FROM entry WHERE organisation = NEW.organisation AND place = NEW.place - 1), printf('%064d', 0));
  SELECT RAISE(ABORT, 'entry: seal is not a SHA-256')
    WHERE NEW.seal IS NULL OR typeof(NEW.seal) <> 'text' OR length(NEW.seal) <> 64 OR NEW.seal GLOB '*[^0-9a-f]*';
  SELECT RAISE(ABORT, 'entry: posted before the entry it follows')
    WHERE NEW.posted_at < (SELECT posted_at FROM entry WHERE organisation = NEW.organisation AND place = NEW.place - 1);
  -- the columns say what the sealed content says
  SELECT RAISE(ABORT, 'entry: content is not JSON') WHERE json_valid(NEW.content) IS NOT 1;
  SELECT RAISE(ABORT, 'entry: columns differ from the sealed content')
    WHERE NEW.place IS NOT json_extract(NEW.content, '$.place') OR NEW.year IS NOT json_extract(NEW.content, '$.year')
      OR NEW.number IS NOT json_extract(NEW.content, '$.number') OR NEW.date IS NOT json_extract(NEW.content, '$.date')
      OR NEW.kind IS NOT json_extract(NEW.content, '$.kind') OR NEW.stage IS NOT json_extract(NEW.content, '$.stage')
      OR NEW.source IS NOT json_extract(NEW.content, '$.source')
      OR NEW.explanation IS NOT json_extract(NEW.content, '$.explanation')
      OR NEW.reference IS NOT json_extract(NEW.content, '$.reference')
      OR NEW.reverses IS NOT json_extract(NEW.content, '$.reverses')
      OR NEW.posted_at IS NOT json_extract(NEW.content, '$.postedAt')
      OR NEW.line_count IS NOT json_array_length(NEW.content, '$.lines');
  -- kinds, stages and sources; a reversal names what it reverses, once
  SELECT RAISE(ABORT, 'entry: unknown kind, stage or source')
    WHERE NEW.kind IS NULL OR NEW.kind NOT IN ('ordinary', 'opening', 'adjusting', 'reversing', 'closing')
      OR NEW.stage IS NULL OR NEW.stage NOT IN ('opening', 'ordinary', 'adjusting', 'closing')
      OR (NEW.kind <> 'reversing' AND NEW.stage <> NEW.kind)
      OR NEW.source IS NULL OR NEW.source NOT IN ('manual', 'recurring', 'take-on', 'closing', 'import', 'invoice',
        'payment', 'revaluation', 'depreciation', 'between-organisations');
  SELECT RAISE(ABORT, 'entry: a reversing entry, and only such a one, names the entry it reverses')
    WHERE (NEW.kind = 'reversing') IS NOT (NEW.reverses IS NOT NULL);
  SELECT RAISE(ABORT, 'entry: reverses no entry, or one already reversed')
    WHERE NEW.reverses IS NOT NULL AND (
      NOT EXISTS (SELECT 1 FROM entry WHERE organisation = NEW.organisation AND place = NEW.reverses)
      OR EXISTS (SELECT 1 FROM entry WHERE organisation = NEW.organisation AND reverses = NEW.reverses));
  -- the date: real, in the year of the number, in an open period
  SELECT RAISE(ABORT, 'entry: no such organisation')
    WHERE NOT EXISTS (SELECT 1 FROM organisation WHERE id = NEW.organisation);
  SELECT RAISE(ABORT, 'entry: not a date') WHERE NEW.date IS NULL OR date(NEW.date, '+0 days') IS NOT NEW.date;
  SELECT RAISE(ABORT, 'entry: only opening entries are dated before the first day')
    FROM organisation WHERE id = NEW.organisation AND NEW.date < first_day AND NEW.stage <> 'opening';
  SELECT RAISE(ABORT, 'entry: numbered in another year than its date')
    FROM organisation WHERE id = NEW.organisation AND NEW.year IS NOT CAST(
      CAST(substr(max(NEW.date, first_day), 1, 4) AS INTEGER)
      + (fiscal_year_start_month > 1 AND CAST(substr(max(NEW.date, first_day), 6, 2) AS INTEGER) >= fiscal_year_start_month) AS TEXT);
  SELECT RAISE(ABORT, 'entry: its period is locked')
    FROM organisation JOIN period_lock ON period_lock.organisation = organisation.id
    WHERE organisation.id = NEW.organisation
      AND period_lock.period = CASE WHEN NEW.date < first_day THEN 'brought-forward' ELSE substr(NEW.date, 1, 7) END;
  -- at least two lines, each with a whole amount that is not zero; together they are zero
  SELECT RAISE(ABORT, 'entry: fewer than two lines') WHERE NEW.line_count IS NULL OR NEW.line_count < 2;
  SELECT RAISE(ABORT, 'entry: a line is not an account with a whole amount')
    FROM json_each(NEW.content, '$.lines') AS l
    WHERE l.type <> 'object' OR json_type(l.value, '$.account') IS NOT 'integer' OR json_type(l.value, '$.amount') IS NOT 'integer'
      OR json_extract(l.value, '$.amount') = 0 OR abs(json_extract(l.value, '$.amount')) > 9007199254740991
      OR coalesce(json_type(l.value, '$.contact'), 'integer') <> 'integer' OR coalesce(json_type(l.value, '$.note'), 'text') <> 'text'
      OR coalesce(json_type(l.value, '$.breakdowns'), 'object') <> 'object' OR coalesce(json_type(l.value, '$.currency'), 'text') <> 'text'
      OR coalesce(json_type(l.value, '$.foreignAmount'), 'integer') <> 'integer' OR coalesce(json_type(l.value, '$.rate'), 'text') <> 'text'
      OR coalesce(json_type(l.value, '$.ratePerBase'), 'text') <> 'text' OR coalesce(json_type(l.value, '$.dueDate'), 'text') <> 'text'
      OR coalesce(json_type(l.value, '$.document'), 'text') <> 'text' OR coalesce(json_type(l.value, '$.cashBasis'), 'true') NOT IN ('true', 'false')
      OR coalesce(json_type(l.value, '$.taxCode'), 'integer') <> 'integer' OR coalesce(json_type(l.value, '$.taxBase'), 'integer') <> 'integer'
      OR coalesce(json_extract(l.value, '$.movement'), 'other') NOT IN ('contribution', 'withdrawal', 'transfer', 'correction', 'other');
  SELECT RAISE(ABORT, 'entry: its debit is not that of its lines')
    WHERE NEW.debit IS NOT (SELECT sum(max(json_extract(l.value, '$.amount'), 0)) FROM json_each(NEW.content, '$.lines') AS l);
  SELECT RAISE(ABORT, 'entry: out of balance')
    WHERE (SELECT sum(json_extract(l.value, '$.amount')) FROM json_each(NEW.content, '$.lines') AS l) IS NOT 0;
END;
--> statement-breakpoint
CREATE TRIGGER entry_lines AFTER INSERT ON entry BEGIN
  INSERT INTO line (organisation, entry, place, account, date, period, stage, movement, combination, amount, contact, note,
      currency, foreign_amount, rate, rate_per_base, due_date, document, cash_basis, tax_code, tax_base)
    SELECT NEW.organisation, NEW.place, l.key + 1, json_extract(l.value, '$.account'), NEW.date,
      CASE WHEN NEW.date < o.first_day THEN 0 ELSE CAST(substr(NEW.date, 1, 4) || substr(NEW.date, 6, 2) AS INTEGER) END,
      NEW.stage, coalesce(json_extract(l.value, '$.movement'), ''),
      CASE WHEN json_type(l.value, '$.breakdowns') IS NULL THEN 0 ELSE coalesce((SELECT c.id FROM combination AS c
        WHERE c.organisation = NEW.organisation AND c.content = json_extract(l.value, '$.breakdowns')), -1) END,
      json_extract(l.value, '$.amount'), json_extract(l.value, '$.contact'), json_extract(l.value, '$.note'),
      json_extract(l.value, '$.currency'), json_extract(l.value, '$.foreignAmount'), json_extract(l.value, '$.rate'),
      json_extract(l.value, '$.ratePerBase'), json_extract(l.value, '$.dueDate'), json_extract(l.value, '$.document'),
      json_extract(l.value, '$.cashBasis'), json_extract(l.value, '$.taxCode'), json_extract(l.value, '$.taxBase')
    FROM json_each(NEW.content, '$.lines') AS l JOIN organisation AS o ON o.id = NEW.organisation;
  SELECT RAISE(ABORT, 'entry: not all its lines were written')
    WHERE NEW.line_count <> (SELECT count(*) FROM line WHERE organisation = NEW.organisation AND entry = NEW.place);
  SELECT RAISE(ABORT, 'entry: an account does not belong to the organisation')
    FROM line AS l LEFT JOIN account AS a ON a.organisation = l.organisation AND a.id = l.account
    WHERE l.organisation = NEW.organisation AND l.entry = NEW.place AND a.id IS NULL;
  -- closing and reversing may touch retired accounts and those that take no typed entries
  SELECT RAISE(ABORT, 'entry: an account is retired, or takes no typed entries')
    FROM line AS l JOIN account AS a ON a.organisation = l.organisation AND a.id = l.account
    WHERE l.organisation = NEW.organisation AND l.entry = NEW.place AND NEW.kind NOT IN ('closing', 'reversing')
      AND (a.active = 0 OR (a.typed_entries = 0 AND NEW.source = 'manual'));
  SELECT RAISE(ABORT, 'entry: a heading takes no postings')
    FROM line AS l WHERE l.organisation = NEW.organisation AND l.entry = NEW.place
      AND EXISTS (SELECT 1 FROM account AS child WHERE child.organisation = l.organisation AND child.parent = l.account);
  SELECT RAISE(ABORT, 'entry: a line on a control account has no contact of the organisation')
    FROM line AS l JOIN account AS a ON a.organisation = l.organisation AND a.id = l.account
      LEFT JOIN contact AS c ON c.organisation = l.organisation AND c.id = l.contact
    WHERE l.organisation = NEW.organisation AND l.entry = NEW.place AND c.id IS NULL
      AND (a.control IS NOT NULL OR l.contact IS NOT NULL);
  SELECT RAISE(ABORT, 'entry: unknown combination of breakdown values')
    FROM line WHERE organisation = NEW.organisation AND entry = NEW.place AND combination = -1;
  SELECT RAISE(ABORT, 'entry: a value of a self-balancing breakdown is out of balance')
    FROM breakdown AS b JOIN line AS l ON l.organisation = b.organisation
      LEFT JOIN combination_value AS v ON v.organisation = l.organisation AND v.combination = l.combination AND v.breakdown = b.id
    WHERE b.organisation = NEW.organisation AND b.self_balancing = 1 AND l.entry = NEW.place
    GROUP BY b.id, v.value HAVING sum(l.amount) <> 0;
  INSERT INTO total (organisation, account, period, stage, movement, combination, amount, lines, entry)
    SELECT organisation, account, period, stage, movement, combination, sum(amount), count(*), entry
    FROM line WHERE organisation = NEW.organisation AND entry = NEW.place GROUP BY account, movement, combination
    ON CONFLICT (organisation, account, stage, movement, combination, period)
    DO UPDATE SET amount = amount + excluded.amount, lines = lines + excluded.lines, entry = excluded.entry;
  INSERT INTO account_total (organisation, account, period, stage, movement, amount, entry)
    SELECT organisation, account, period, stage, movement, sum(amount), entry
    FROM line WHERE organisation = NEW.organisation AND entry = NEW.place GROUP BY account, movement
    ON CONFLICT (organisation, account, stage, movement, period)
    DO UPDATE SET amount = amount + excluded.amount, entry = excluded.entry;
END;
--> statement-breakpoint
-- Posted entries and lines stay as they are.
CREATE TRIGGER entry_update BEFORE UPDATE ON entry BEGIN SELECT RAISE(ABORT, 'entry: posted entries are never changed'); END;
--> statement-breakpoint
CREATE TRIGGER entry_delete BEFORE DELETE ON entry BEGIN SELECT RAISE(ABORT, 'entry: posted entries are never deleted'); END;
--> statement-breakpoint
CREATE TRIGGER line_update BEFORE UPDATE ON line BEGIN SELECT RAISE(ABORT, 'line: posted lines are never changed'); END;
--> statement-breakpoint
CREATE TRIGGER line_delete BEFORE DELETE ON line BEGIN SELECT RAISE(ABORT, 'line: posted lines are never deleted'); END;
--> statement-breakpoint
-- Lines come with their entry: once it stands, all its places are taken.
CREATE TRIGGER line_insert BEFORE INSERT ON line BEGIN
  SELECT RAISE(ABORT, 'line: lines are written by their entry')
    WHERE NOT EXISTS (SELECT 1 FROM entry WHERE organisation = NEW.organisation AND place = NEW.entry AND line_count >= NEW.place)
      OR EXISTS (SELECT 1 FROM line WHERE organisation = NEW.organisation AND entry = NEW.entry AND place = NEW.place);
END;
--> statement-breakpoint
-- A total moves only by the lines of the newest entry, and by each entry once.
CREATE TRIGGER total_insert BEFORE INSERT ON total BEGIN
  SELECT RAISE(ABORT, 'total: totals are written by entries')
    WHERE NEW.amount IS NOT (SELECT sum(l.amount) FROM line AS l WHERE l.organisation = NEW.organisation AND l.entry = NEW.entry
        AND +l.account = NEW.account AND +l.period = NEW.period AND +l.stage = NEW.stage AND +l.movement = NEW.movement
        AND l.combination = NEW.combination)
      OR NEW.entry IS NOT (SELECT max(place) FROM entry WHERE organisation = NEW.organisation)
      OR EXISTS (SELECT 1 FROM total AS t WHERE t.organisation = NEW.organisation AND t.account = NEW.account AND t.period = NEW.period
        AND t.stage = NEW.stage AND t.movement = NEW.movement AND t.combination = NEW.combination AND t.entry >= NEW.entry);
END;
--> statement-breakpoint
CREATE TRIGGER total_update BEFORE UPDATE ON total BEGIN
  SELECT RAISE(ABORT, 'total: totals are written by entries')
    WHERE NEW.organisation IS NOT OLD.organisation OR NEW.account IS NOT OLD.account OR NEW.period IS NOT OLD.period
      OR NEW.stage IS NOT OLD.stage OR NEW.movement IS NOT OLD.movement OR NEW.combination IS NOT OLD.combination
      OR NEW.entry IS NOT (SELECT max(place) FROM entry WHERE organisation = NEW.organisation) OR NEW.entry <= OLD.entry
      OR (NEW.amount - OLD.amount, NEW.lines - OLD.lines) IS NOT (SELECT sum(l.amount), count(*) FROM line AS l
        WHERE l.organisation = NEW.organisation AND l.entry = NEW.entry AND +l.account = NEW.account AND +l.period = NEW.period
        AND +l.stage = NEW.stage AND +l.movement = NEW.movement AND l.combination = NEW.combination);
  SELECT RAISE(ABORT, 'total: beyond what the books can hold') WHERE abs(NEW.amount) > 9007199254740991;
END;
--> statement-breakpoint
CREATE TRIGGER total_delete BEFORE DELETE ON total BEGIN SELECT RAISE(ABORT, 'total: totals are never deleted'); END;
--> statement-breakpoint
CREATE TRIGGER account_total_insert BEFORE INSERT ON account_total BEGIN
  SELECT RAISE(ABORT, 'total: totals are written by entries')
    WHERE NEW.amount IS NOT (SELECT sum(l.amount) FROM line AS l WHERE l.organisation = NEW.organisation AND l.entry = NEW.entry
        AND +l.account = NEW.account AND +l.period = NEW.period AND +l.stage = NEW.stage AND +l.movement = NEW.movement)
      OR NEW.entry IS NOT (SELECT max(place) FROM entry WHERE organisation = NEW.organisation)
      OR EXISTS (SELECT 1 FROM account_total AS t WHERE t.organisation = NEW.organisation AND t.account = NEW.account
        AND t.period = NEW.period AND t.stage = NEW.stage AND t.movement = NEW.movement AND t.entry >= NEW.entry);
END;
--> statement-breakpoint
CREATE TRIGGER account_total_update BEFORE UPDATE ON account_total BEGIN
  SELECT RAISE(ABORT, 'total: totals are written by entries')
    WHERE NEW.organisation IS NOT OLD.organisation OR NEW.account IS NOT OLD.account OR NEW.period IS NOT OLD.period
      OR NEW.stage IS NOT OLD.stage OR NEW.movement IS NOT OLD.movement
      OR NEW.entry IS NOT (SELECT max(place) FROM entry WHERE organisation = NEW.organisation) OR NEW.entry <= OLD.entry
      OR NEW.amount - OLD.amount IS NOT (SELECT sum(l.amount) FROM line AS l
        WHERE l.organisation = NEW.organisation AND l.entry = NEW.entry AND +l.account = NEW.account AND +l.period = NEW.period
        AND +l.stage = NEW.stage AND +l.movement = NEW.movement);
  SELECT RAISE(ABORT, 'total: beyond what the books can hold') WHERE abs(NEW.amount) > 9007199254740991;
END;
--> statement-breakpoint
CREATE TRIGGER account_total_delete BEFORE DELETE ON account_total BEGIN SELECT RAISE(ABORT, 'total: totals are never deleted'); END;
--> statement-breakpoint
-- Accounts keep their id and, once posted to, their element; a posted account becomes no heading and is never deleted.
CREATE TRIGGER account_insert BEFORE INSERT ON account BEGIN
  SELECT RAISE(ABORT, 'account: id or number is taken')
    WHERE EXISTS (SELECT 1 FROM account WHERE organisation = NEW.organisation AND (id = NEW.id OR number = NEW.number));
  SELECT RAISE(ABORT, 'account: a posted account becomes no heading')
    WHERE EXISTS (SELECT 1 FROM account_total WHERE organisation = NEW.organisation AND account = NEW.parent);
END;
--> statement-breakpoint
CREATE TRIGGER account_update BEFORE UPDATE ON account BEGIN
  SELECT RAISE(ABORT, 'account: its id never changes') WHERE NEW.organisation IS NOT OLD.organisation OR NEW.id IS NOT OLD.id;
  SELECT RAISE(ABORT, 'account: number is taken')
    WHERE EXISTS (SELECT 1 FROM account WHERE organisation = NEW.organisation AND number = NEW.number AND id <> NEW.id);
  SELECT RAISE(ABORT, 'account: element or currency of a posted account never change')
    WHERE (NEW.element IS NOT OLD.element OR NEW.currency IS NOT OLD.currency)
      AND EXISTS (SELECT 1 FROM account_total WHERE organisation = OLD.organisation AND account = OLD.id);
  SELECT RAISE(ABORT, 'account: a posted account becomes no heading')
    WHERE NEW.parent IS NOT OLD.parent
      AND EXISTS (SELECT 1 FROM account_total WHERE organisation = NEW.organisation AND account = NEW.parent);
END;
--> statement-breakpoint
CREATE TRIGGER account_delete BEFORE DELETE ON account BEGIN
  SELECT RAISE(ABORT, 'account: a posted account is never deleted')
    WHERE EXISTS (SELECT 1 FROM account_total WHERE organisation = OLD.organisation AND account = OLD.id);
END;
--> statement-breakpoint
-- What sealed ids point to stays: contacts, breakdowns, combinations, organisations.
CREATE TRIGGER contact_insert BEFORE INSERT ON contact BEGIN
  SELECT RAISE(ABORT, 'contact: id, number or name is taken') WHERE EXISTS (SELECT 1 FROM contact
    WHERE organisation = NEW.organisation AND (id = NEW.id OR number = NEW.number OR name = NEW.name COLLATE NOCASE));
END;
--> statement-breakpoint
CREATE TRIGGER contact_update BEFORE UPDATE ON contact BEGIN
  SELECT RAISE(ABORT, 'contact: its id never changes') WHERE NEW.organisation IS NOT OLD.organisation OR NEW.id IS NOT OLD.id;
  SELECT RAISE(ABORT, 'contact: number or name is taken') WHERE EXISTS (SELECT 1 FROM contact
    WHERE organisation = NEW.organisation AND id <> NEW.id AND (number = NEW.number OR name = NEW.name COLLATE NOCASE));
END;
--> statement-breakpoint
CREATE TRIGGER contact_delete BEFORE DELETE ON contact BEGIN
  SELECT RAISE(ABORT, 'contact: a contact with posted lines is never deleted')
    WHERE EXISTS (SELECT 1 FROM line WHERE organisation = OLD.organisation AND contact = OLD.id);
END;
--> statement-breakpoint
CREATE TRIGGER combination_insert BEFORE INSERT ON combination BEGIN
  SELECT RAISE(ABORT, 'combination: is there already') WHERE EXISTS (SELECT 1 FROM combination
    WHERE organisation = NEW.organisation AND (id = NEW.id OR content = NEW.content));
END;
--> statement-breakpoint
-- A combination's values come with it, from its content.
CREATE TRIGGER combination_values AFTER INSERT ON combination BEGIN
  INSERT INTO combination_value (organisation, combination, breakdown, value)
    SELECT NEW.organisation, NEW.id, CAST(key AS INTEGER), value FROM json_each(NEW.content);
  SELECT RAISE(ABORT, 'combination: names no value of this organisation')
    FROM combination_value AS v LEFT JOIN breakdown_value AS b
      ON b.organisation = v.organisation AND b.breakdown = v.breakdown AND b.id = v.value
    WHERE v.organisation = NEW.organisation AND v.combination = NEW.id AND b.id IS NULL;
END;
--> statement-breakpoint
CREATE TRIGGER combination_update BEFORE UPDATE ON combination BEGIN SELECT RAISE(ABORT, 'combination: never changed'); END;
--> statement-breakpoint
CREATE TRIGGER combination_delete BEFORE DELETE ON combination BEGIN SELECT RAISE(ABORT, 'combination: never deleted'); END;
--> statement-breakpoint
CREATE TRIGGER combination_value_insert BEFORE INSERT ON combination_value BEGIN
  SELECT RAISE(ABORT, 'combination: values come with their combination')
    WHERE EXISTS (SELECT 1 FROM combination_value WHERE organisation = NEW.organisation AND combination = NEW.combination
        AND breakdown = NEW.breakdown)
      OR NEW.value IS NOT (SELECT json_extract(content, '$."' || NEW.breakdown || '"') FROM combination
        WHERE organisation = NEW.organisation AND id = NEW.combination);
END;
--> statement-breakpoint
CREATE TRIGGER combination_value_update BEFORE UPDATE ON combination_value BEGIN SELECT RAISE(ABORT, 'combination: never changed'); END;
--> statement-breakpoint
CREATE TRIGGER combination_value_delete BEFORE DELETE ON combination_value BEGIN SELECT RAISE(ABORT, 'combination: never deleted'); END;
--> statement-breakpoint
CREATE TRIGGER breakdown_insert BEFORE INSERT ON breakdown BEGIN
  SELECT RAISE(ABORT, 'breakdown: id or name is taken')
    WHERE EXISTS (SELECT 1 FROM breakdown WHERE organisation = NEW.organisation AND (id = NEW.id OR name = NEW.name));
  SELECT RAISE(ABORT, 'breakdown: books with entries get no self-balancing breakdown')
    WHERE NEW.self_balancing = 1 AND EXISTS (SELECT 1 FROM entry WHERE organisation = NEW.organisation);
END;
--> statement-breakpoint
CREATE TRIGGER breakdown_update BEFORE UPDATE ON breakdown BEGIN
  SELECT RAISE(ABORT, 'breakdown: what it demands of posted lines never changes')
    WHERE NEW.organisation IS NOT OLD.organisation OR NEW.id IS NOT OLD.id
      OR (NEW.self_balancing IS NOT OLD.self_balancing AND EXISTS (SELECT 1 FROM entry WHERE organisation = OLD.organisation));
END;
--> statement-breakpoint
CREATE TRIGGER breakdown_delete BEFORE DELETE ON breakdown BEGIN
  SELECT RAISE(ABORT, 'breakdown: one in use is never deleted')
    WHERE EXISTS (SELECT 1 FROM combination_value WHERE organisation = OLD.organisation AND breakdown = OLD.id);
END;
--> statement-breakpoint
CREATE TRIGGER breakdown_value_delete BEFORE DELETE ON breakdown_value BEGIN
  SELECT RAISE(ABORT, 'breakdown: a value in use is never deleted') WHERE EXISTS (SELECT 1 FROM combination_value
    WHERE organisation = OLD.organisation AND breakdown = OLD.breakdown AND value = OLD.id);
END;
--> statement-breakpoint
CREATE TRIGGER breakdown_value_insert BEFORE INSERT ON breakdown_value BEGIN
  SELECT RAISE(ABORT, 'breakdown: value is taken') WHERE EXISTS (SELECT 1 FROM breakdown_value
    WHERE organisation = NEW.organisation AND breakdown = NEW.breakdown AND id = NEW.id);
END;
--> statement-breakpoint
CREATE TRIGGER breakdown_value_update BEFORE UPDATE ON breakdown_value BEGIN
  SELECT RAISE(ABORT, 'breakdown: the id of a value never changes')
    WHERE NEW.organisation IS NOT OLD.organisation OR NEW.breakdown IS NOT OLD.breakdown OR NEW.id IS NOT OLD.id;
END;
--> statement-breakpoint
CREATE TRIGGER organisation_insert BEFORE INSERT ON organisation BEGIN
  SELECT RAISE(ABORT, 'organisation: id is taken') WHERE EXISTS (SELECT 1 FROM organisation WHERE id = NEW.id);
END;
--> statement-breakpoint
CREATE TRIGGER organisation_update BEFORE UPDATE ON organisation BEGIN
  SELECT RAISE(ABORT, 'organisation: its id never changes') WHERE NEW.id IS NOT OLD.id;
  SELECT RAISE(ABORT, 'organisation: currency, first day and start of the year stay once something is posted')
    WHERE (NEW.base_currency IS NOT OLD.base_currency OR NEW.first_day IS NOT OLD.first_day
        OR NEW.fiscal_year_start_month IS NOT OLD.fiscal_year_start_month)
      AND EXISTS (SELECT 1 FROM entry WHERE organisation = OLD.id);
END;
--> statement-breakpoint
CREATE TRIGGER organisation_delete BEFORE DELETE ON organisation BEGIN
  SELECT RAISE(ABORT, 'organisation: one with entries is never deleted')
    WHERE EXISTS (SELECT 1 FROM entry WHERE organisation = OLD.id);
END;
--> statement-breakpoint
-- Locks come and go; what happened to them stays.
CREATE TRIGGER period_event_update BEFORE UPDATE ON period_event BEGIN SELECT RAISE(ABORT, 'period: its history is never changed'); END;
--> statement-breakpoint
CREATE TRIGGER period_event_delete BEFORE DELETE ON period_event BEGIN SELECT RAISE(ABORT, 'period: its history is never deleted'); END;
--> statement-breakpoint
CREATE TRIGGER period_event_insert BEFORE INSERT ON period_event BEGIN
  SELECT RAISE(ABORT, 'period: its history is never changed') WHERE EXISTS (SELECT 1 FROM period_event WHERE id = NEW.id);
END;
