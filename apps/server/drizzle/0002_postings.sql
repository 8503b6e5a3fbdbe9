-- Entries are posted from staged rows, any number of them by one INSERT INTO posting: its trigger checks them, moves
-- them to entry and line and adds them to the totals. Outside that one statement nothing gets into these tables.
DROP TRIGGER entry_insert;
--> statement-breakpoint
DROP TRIGGER entry_lines;
--> statement-breakpoint
DROP TRIGGER line_insert;
--> statement-breakpoint
DROP TRIGGER total_insert;
--> statement-breakpoint
DROP TRIGGER total_update;
--> statement-breakpoint
-- the sealed text is made from the rows again, not kept beside them; so are the number of lines and who moved a total last
ALTER TABLE entry DROP COLUMN content;
--> statement-breakpoint
ALTER TABLE entry DROP COLUMN line_count;
--> statement-breakpoint
ALTER TABLE total DROP COLUMN entry;
--> statement-breakpoint
-- totals by month lie together year by year, and beside them stand totals by year, so that a report reads few of them;
-- the year of what lies before the first day is ''
DROP TABLE account_total;
--> statement-breakpoint
CREATE TABLE account_total (
  organisation INTEGER NOT NULL,
  year TEXT NOT NULL,
  account INTEGER NOT NULL,
  stage TEXT NOT NULL,
  movement TEXT NOT NULL,
  period INTEGER NOT NULL,
  amount INTEGER NOT NULL CHECK (amount BETWEEN -9007199254740991 AND 9007199254740991),
  PRIMARY KEY (organisation, year, account, stage, movement, period)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE TABLE year_total (
  organisation INTEGER NOT NULL,
  account INTEGER NOT NULL,
  stage TEXT NOT NULL,
  movement TEXT NOT NULL,
  year TEXT NOT NULL,
  amount INTEGER NOT NULL CHECK (amount BETWEEN -9007199254740991 AND 9007199254740991),
  PRIMARY KEY (organisation, account, stage, movement, year)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
INSERT INTO account_total (organisation, year, account, stage, movement, period, amount)
  SELECT l.organisation, CASE l.period WHEN 0 THEN '' ELSE e.year END, l.account, l.stage, l.movement, l.period, sum(l.amount)
  FROM line AS l JOIN entry AS e ON e.organisation = l.organisation AND e.place = l.entry GROUP BY 1, 2, 3, 4, 5, 6;
--> statement-breakpoint
INSERT INTO year_total (organisation, account, stage, movement, year, amount)
  SELECT organisation, account, stage, movement, year, sum(amount) FROM account_total GROUP BY 1, 2, 3, 4, 5;
--> statement-breakpoint
-- the part of a month is read account by account
DROP INDEX line_period;
--> statement-breakpoint
CREATE INDEX line_part ON line (organisation, period, account, stage, movement, date, amount);
--> statement-breakpoint
-- Rows of one posting wait here; nothing is left once it is done.
CREATE TABLE staged_entry (
  place INTEGER PRIMARY KEY,
  year TEXT NOT NULL,
  number INTEGER NOT NULL,
  date TEXT NOT NULL,
  kind TEXT NOT NULL,
  stage TEXT NOT NULL,
  source TEXT NOT NULL,
  explanation TEXT NOT NULL,
  reference TEXT,
  reverses INTEGER,
  posted_at TEXT NOT NULL,
  posted_by INTEGER NOT NULL,
  previous_seal TEXT NOT NULL,
  seal TEXT NOT NULL
) STRICT;
--> statement-breakpoint
CREATE TABLE staged_line (
  entry INTEGER NOT NULL,
  place INTEGER NOT NULL,
  account INTEGER NOT NULL,
  movement TEXT NOT NULL DEFAULT '',
  combination INTEGER NOT NULL DEFAULT 0,
  amount INTEGER NOT NULL,
  contact INTEGER,
  note TEXT,
  currency TEXT,
  foreign_amount INTEGER,
  rate TEXT,
  rate_per_base TEXT,
  due_date TEXT,
  document TEXT,
  cash_basis INTEGER,
  tax_code INTEGER,
  tax_base INTEGER,
  PRIMARY KEY (entry, place)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
-- What the posting adds to the totals, added up once for both tiers.
CREATE TABLE staged_total (
  account INTEGER NOT NULL,
  stage TEXT NOT NULL,
  movement TEXT NOT NULL,
  period INTEGER NOT NULL,
  combination INTEGER NOT NULL,
  amount INTEGER NOT NULL,
  lines INTEGER NOT NULL,
  PRIMARY KEY (account, stage, movement, period, combination)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
-- Holds a row only while its own trigger runs: which places of the chain are being written.
CREATE TABLE posting (
  organisation INTEGER PRIMARY KEY,
  first INTEGER NOT NULL,
  last INTEGER NOT NULL
) STRICT;
--> statement-breakpoint
CREATE TRIGGER posting_insert AFTER INSERT ON posting BEGIN
  SELECT CASE
      WHEN NOT EXISTS (SELECT 1 FROM organisation WHERE id = NEW.organisation)
        THEN RAISE(ABORT, 'entry: no such organisation')
      WHEN NEW.first IS NOT (SELECT coalesce(max(place), 0) + 1 FROM entry WHERE organisation = NEW.organisation)
        THEN RAISE(ABORT, 'entry: not the next place in the chain')
      WHEN NEW.last < NEW.first OR NEW.last - NEW.first + 1 <> (SELECT count(*) FROM staged_entry
          WHERE place BETWEEN NEW.first AND NEW.last)
        THEN RAISE(ABORT, 'entry: not every place of the posting is staged')
    END;
  -- each entry moves with its words known and its lines in balance
  -- (words are compared one by one, since a list would be built anew for every entry)
  INSERT INTO entry (organisation, place, year, number, date, kind, stage, source, explanation, reference, reverses,
      posted_at, posted_by, debit, previous_seal, seal)
    SELECT NEW.organisation, e.place, e.year, e.number, e.date, e.kind, e.stage, e.source, e.explanation, e.reference,
      e.reverses, e.posted_at, e.posted_by,
      CASE
        WHEN e.kind <> 'ordinary' AND e.kind <> 'adjusting' AND e.kind <> 'reversing' AND e.kind <> 'opening'
            AND e.kind <> 'closing' OR e.stage <> e.kind AND (e.kind <> 'reversing' OR e.stage <> 'ordinary'
            AND e.stage <> 'adjusting' AND e.stage <> 'opening' AND e.stage <> 'closing')
          THEN RAISE(ABORT, 'entry: unknown kind or stage')
        WHEN e.source <> 'manual' AND e.source <> 'import' AND e.source <> 'recurring' AND e.source <> 'closing'
            AND e.source <> 'take-on' AND e.source <> 'invoice' AND e.source <> 'payment' AND e.source <> 'revaluation'
            AND e.source <> 'depreciation' AND e.source <> 'between-organisations'
          THEN RAISE(ABORT, 'entry: unknown source')
        WHEN length(e.seal) <> 64 THEN RAISE(ABORT, 'entry: seal is not a SHA-256')
        WHEN count(l.place) < 2 THEN RAISE(ABORT, 'entry: fewer than two lines')
        WHEN min(l.place) <> 1 OR max(l.place) <> count(*) THEN RAISE(ABORT, 'entry: its lines do not follow each other')
        WHEN sum(l.amount) <> 0 THEN RAISE(ABORT, 'entry: out of balance')
        ELSE sum(max(l.amount, 0))
      END,
      e.previous_seal, e.seal
    FROM staged_entry AS e LEFT JOIN staged_line AS l ON l.entry = e.place
    WHERE e.place BETWEEN NEW.first AND NEW.last GROUP BY e.place;
  -- each line moves with an amount, an account that takes it, and the contact and combination it names;
  -- closing and reversing may touch retired accounts and those that take no typed entries
  -- (the plus in +e.place keeps the planner from reading all staged lines for each entry)
  INSERT INTO line (organisation, entry, place, account, date, period, stage, movement, combination, amount, contact, note,
      currency, foreign_amount, rate, rate_per_base, due_date, document, cash_basis, tax_code, tax_base)
    SELECT o.id, l.entry, l.place, l.account, e.date,
      CASE WHEN e.date < o.first_day THEN 0 ELSE CAST(substr(e.date, 1, 4) || substr(e.date, 6, 2) AS INTEGER) END,
      e.stage, l.movement, l.combination,
      CASE
        WHEN l.amount = 0 OR abs(l.amount) > 9007199254740991
          THEN RAISE(ABORT, 'entry: a line has no whole amount within range')
        WHEN a.id IS NULL THEN RAISE(ABORT, 'entry: an account does not belong to the organisation')
        WHEN (a.active = 0 OR (a.typed_entries = 0 AND e.source = 'manual')) AND e.kind NOT IN ('closing', 'reversing')
          THEN RAISE(ABORT, 'entry: an account is retired, or takes no typed entries')
        WHEN EXISTS (SELECT 1 FROM account AS child WHERE child.organisation = o.id AND child.parent = l.account)
          THEN RAISE(ABORT, 'entry: a heading takes no postings')
        WHEN (a.control IS NOT NULL OR l.contact IS NOT NULL)
            AND NOT EXISTS (SELECT 1 FROM contact AS c WHERE c.organisation = o.id AND c.id = l.contact)
          THEN RAISE(ABORT, 'entry: a line on a control account has no contact of the organisation')
        WHEN l.combination <> 0
            AND NOT EXISTS (SELECT 1 FROM combination AS c WHERE c.organisation = o.id AND c.id = l.combination)
          THEN RAISE(ABORT, 'entry: unknown combination of breakdown values')
        WHEN l.movement <> '' AND l.movement <> 'contribution' AND l.movement <> 'withdrawal' AND l.movement <> 'transfer'
            AND l.movement <> 'correction' AND l.movement <> 'other'
          THEN RAISE(ABORT, 'entry: unknown movement')
        WHEN l.cash_basis <> 0 AND l.cash_basis <> 1
          THEN RAISE(ABORT, 'entry: a cash-basis mark is neither yes nor no')
        ELSE l.amount
      END,
      l.contact, l.note, l.currency, l.foreign_amount, l.rate, l.rate_per_base, l.due_date, l.document, l.cash_basis,
      l.tax_code, l.tax_base
    FROM organisation AS o CROSS JOIN staged_entry AS e CROSS JOIN staged_line AS l ON l.entry = +e.place
      LEFT JOIN account AS a ON a.organisation = o.id AND a.id = l.account
    WHERE o.id = NEW.organisation AND e.place BETWEEN NEW.first AND NEW.last;
  SELECT RAISE(ABORT, 'entry: a value of a self-balancing breakdown is out of balance')
    FROM breakdown AS b CROSS JOIN staged_line AS l
      LEFT JOIN combination_value AS v ON v.organisation = b.organisation AND v.combination = l.combination AND v.breakdown = b.id
    WHERE b.organisation = NEW.organisation AND b.self_balancing = 1 AND l.entry BETWEEN NEW.first AND NEW.last
    GROUP BY l.entry, b.id, v.value HAVING sum(l.amount) <> 0;
  -- no conflict clause of the statement outside may have left anything out
  SELECT RAISE(ABORT, 'entry: not all of it was written')
    WHERE NEW.last IS NOT (SELECT max(place) FROM entry WHERE organisation = NEW.organisation)
      OR (SELECT count(*) FROM entry WHERE organisation = NEW.organisation AND place BETWEEN NEW.first AND NEW.last)
        <> NEW.last - NEW.first + 1
      OR (SELECT count(*) FROM line WHERE organisation = NEW.organisation AND entry BETWEEN NEW.first AND NEW.last)
        <> (SELECT count(*) FROM staged_line WHERE entry BETWEEN NEW.first AND NEW.last);
  INSERT INTO staged_total (account, stage, movement, period, combination, amount, lines)
    -- (the plus keeps the planner from reading all lines in the order of their accounts)
    SELECT +account, stage, movement, period, combination, sum(amount), count(*)
    FROM line WHERE organisation = NEW.organisation AND entry BETWEEN NEW.first AND NEW.last GROUP BY 1, 2, 3, 4, 5;
  INSERT INTO total (organisation, account, stage, movement, combination, period, amount, lines)
    SELECT NEW.organisation, account, stage, movement, combination, period, amount, lines FROM staged_total WHERE true
    ON CONFLICT (organisation, account, stage, movement, combination, period)
    DO UPDATE SET amount = amount + excluded.amount, lines = lines + excluded.lines;
  INSERT INTO account_total (organisation, year, account, stage, movement, period, amount)
    SELECT o.id, CASE t.period WHEN 0 THEN '' ELSE CAST(t.period / 100
        + (o.fiscal_year_start_month > 1 AND t.period % 100 >= o.fiscal_year_start_month) AS TEXT) END,
      t.account, t.stage, t.movement, t.period, sum(t.amount)
    FROM organisation AS o CROSS JOIN staged_total AS t WHERE o.id = NEW.organisation
    GROUP BY t.account, t.stage, t.movement, t.period
    ON CONFLICT (organisation, year, account, stage, movement, period) DO UPDATE SET amount = amount + excluded.amount;
  INSERT INTO year_total (organisation, account, stage, movement, year, amount)
    SELECT o.id, t.account, t.stage, t.movement, CASE t.period WHEN 0 THEN '' ELSE CAST(t.period / 100
        + (o.fiscal_year_start_month > 1 AND t.period % 100 >= o.fiscal_year_start_month) AS TEXT) END AS year, sum(t.amount)
    FROM organisation AS o CROSS JOIN staged_total AS t WHERE o.id = NEW.organisation
    GROUP BY t.account, t.stage, t.movement, year
    ON CONFLICT (organisation, account, stage, movement, year) DO UPDATE SET amount = amount + excluded.amount;
  DELETE FROM staged_total;
  DELETE FROM staged_line;
  DELETE FROM staged_entry;
  DELETE FROM posting;
END;
--> statement-breakpoint
CREATE TRIGGER posting_update BEFORE UPDATE ON posting BEGIN SELECT RAISE(ABORT, 'posting: never changed'); END;
--> statement-breakpoint
-- One entry after the other: its place, number, seal and time follow, its date lies in an open period.
CREATE TRIGGER entry_insert BEFORE INSERT ON entry BEGIN
  SELECT RAISE(ABORT, 'entry: entries are written by a posting')
    WHERE NOT EXISTS (SELECT 1 FROM posting WHERE organisation = NEW.organisation AND NEW.place BETWEEN first AND last);
  SELECT CASE
      WHEN NEW.place IS NOT coalesce(b.place, 0) + 1
        THEN RAISE(ABORT, 'entry: not the next place in the chain')
      WHEN NEW.number IS NOT 1 + coalesce((SELECT number FROM entry
          WHERE organisation = NEW.organisation AND year = NEW.year ORDER BY number DESC LIMIT 1), 0)
        THEN RAISE(ABORT, 'entry: not the next number of its year')
      WHEN NEW.previous_seal IS NOT coalesce(b.seal, '0000000000000000000000000000000000000000000000000000000000000000')
        THEN RAISE(ABORT, 'entry: does not follow the previous seal')
      WHEN NEW.posted_at < b.posted_at THEN RAISE(ABORT, 'entry: posted before the entry it follows')
      WHEN (NEW.kind = 'reversing') IS NOT (NEW.reverses IS NOT NULL)
        THEN RAISE(ABORT, 'entry: a reversing entry, and only such a one, names the entry it reverses')
      WHEN NEW.reverses IS NOT NULL AND (NEW.reverses >= NEW.place
          OR NOT EXISTS (SELECT 1 FROM entry WHERE organisation = NEW.organisation AND place = NEW.reverses)
          OR EXISTS (SELECT 1 FROM entry WHERE organisation = NEW.organisation AND reverses = NEW.reverses))
        THEN RAISE(ABORT, 'entry: reverses no entry, or one already reversed')
      WHEN date(NEW.date, '+0 days') IS NOT NEW.date THEN RAISE(ABORT, 'entry: not a date')
      WHEN NEW.date < o.first_day AND NEW.stage <> 'opening'
        THEN RAISE(ABORT, 'entry: only opening entries are dated before the first day')
      WHEN NEW.year IS NOT CAST(CAST(substr(max(NEW.date, o.first_day), 1, 4) AS INTEGER) + (o.fiscal_year_start_month > 1
          AND CAST(substr(max(NEW.date, o.first_day), 6, 2) AS INTEGER) >= o.fiscal_year_start_month) AS TEXT)
        THEN RAISE(ABORT, 'entry: numbered in another year than its date')
      WHEN EXISTS (SELECT 1 FROM period_lock AS k WHERE k.organisation = NEW.organisation
          AND k.period = CASE WHEN NEW.date < o.first_day THEN 'brought-forward' ELSE substr(NEW.date, 1, 7) END)
        THEN RAISE(ABORT, 'entry: its period is locked')
    END
    FROM organisation AS o LEFT JOIN entry AS b ON b.organisation = o.id AND b.place = NEW.place - 1
    WHERE o.id = NEW.organisation;
END;
--> statement-breakpoint
CREATE TRIGGER line_insert BEFORE INSERT ON line
WHEN NOT EXISTS (SELECT 1 FROM posting WHERE organisation = NEW.organisation AND NEW.entry BETWEEN first AND last) BEGIN
  SELECT RAISE(ABORT, 'line: lines are written by a posting');
END;
--> statement-breakpoint
CREATE TRIGGER total_insert BEFORE INSERT ON total BEGIN
  SELECT RAISE(ABORT, 'total: totals are written by a posting')
    WHERE NOT EXISTS (SELECT 1 FROM posting WHERE organisation = NEW.organisation);
  SELECT RAISE(ABORT, 'total: beyond what the books can hold') WHERE abs(NEW.amount) > 9007199254740991;
END;
--> statement-breakpoint
CREATE TRIGGER total_update BEFORE UPDATE ON total BEGIN
  SELECT RAISE(ABORT, 'total: totals are written by a posting')
    WHERE NOT EXISTS (SELECT 1 FROM posting WHERE organisation = OLD.organisation);
  SELECT RAISE(ABORT, 'total: beyond what the books can hold') WHERE abs(NEW.amount) > 9007199254740991;
END;
--> statement-breakpoint
CREATE TRIGGER account_total_insert BEFORE INSERT ON account_total BEGIN
  SELECT RAISE(ABORT, 'total: totals are written by a posting')
    WHERE NOT EXISTS (SELECT 1 FROM posting WHERE organisation = NEW.organisation);
  SELECT RAISE(ABORT, 'total: beyond what the books can hold') WHERE abs(NEW.amount) > 9007199254740991;
END;
--> statement-breakpoint
CREATE TRIGGER account_total_update BEFORE UPDATE ON account_total BEGIN
  SELECT RAISE(ABORT, 'total: totals are written by a posting')
    WHERE NOT EXISTS (SELECT 1 FROM posting WHERE organisation = OLD.organisation);
  SELECT RAISE(ABORT, 'total: beyond what the books can hold') WHERE abs(NEW.amount) > 9007199254740991;
END;
--> statement-breakpoint
CREATE TRIGGER account_total_delete BEFORE DELETE ON account_total BEGIN SELECT RAISE(ABORT, 'total: totals are never deleted'); END;
--> statement-breakpoint
CREATE TRIGGER year_total_insert BEFORE INSERT ON year_total BEGIN
  SELECT RAISE(ABORT, 'total: totals are written by a posting')
    WHERE NOT EXISTS (SELECT 1 FROM posting WHERE organisation = NEW.organisation);
  SELECT RAISE(ABORT, 'total: beyond what the books can hold') WHERE abs(NEW.amount) > 9007199254740991;
END;
--> statement-breakpoint
CREATE TRIGGER year_total_update BEFORE UPDATE ON year_total BEGIN
  SELECT RAISE(ABORT, 'total: totals are written by a posting')
    WHERE NOT EXISTS (SELECT 1 FROM posting WHERE organisation = OLD.organisation);
  SELECT RAISE(ABORT, 'total: beyond what the books can hold') WHERE abs(NEW.amount) > 9007199254740991;
END;
--> statement-breakpoint
CREATE TRIGGER year_total_delete BEFORE DELETE ON year_total BEGIN SELECT RAISE(ABORT, 'total: totals are never deleted'); END;
--> statement-breakpoint
-- whether an account has been posted to is asked of its totals by year, which lie together
DROP TRIGGER account_insert;
--> statement-breakpoint
CREATE TRIGGER account_insert BEFORE INSERT ON account BEGIN
  SELECT RAISE(ABORT, 'account: id or number is taken')
    WHERE EXISTS (SELECT 1 FROM account WHERE organisation = NEW.organisation AND (id = NEW.id OR number = NEW.number));
  SELECT RAISE(ABORT, 'account: a posted account becomes no heading')
    WHERE EXISTS (SELECT 1 FROM year_total WHERE organisation = NEW.organisation AND account = NEW.parent);
END;
--> statement-breakpoint
DROP TRIGGER account_update;
--> statement-breakpoint
CREATE TRIGGER account_update BEFORE UPDATE ON account BEGIN
  SELECT RAISE(ABORT, 'account: its id never changes') WHERE NEW.organisation IS NOT OLD.organisation OR NEW.id IS NOT OLD.id;
  SELECT RAISE(ABORT, 'account: number is taken')
    WHERE EXISTS (SELECT 1 FROM account WHERE organisation = NEW.organisation AND number = NEW.number AND id <> NEW.id);
  SELECT RAISE(ABORT, 'account: element or currency of a posted account never change')
    WHERE (NEW.element IS NOT OLD.element OR NEW.currency IS NOT OLD.currency)
      AND EXISTS (SELECT 1 FROM year_total WHERE organisation = OLD.organisation AND account = OLD.id);
  SELECT RAISE(ABORT, 'account: a posted account becomes no heading')
    WHERE NEW.parent IS NOT OLD.parent
      AND EXISTS (SELECT 1 FROM year_total WHERE organisation = NEW.organisation AND account = NEW.parent);
END;
--> statement-breakpoint
DROP TRIGGER account_delete;
--> statement-breakpoint
CREATE TRIGGER account_delete BEFORE DELETE ON account BEGIN
  SELECT RAISE(ABORT, 'account: a posted account is never deleted')
    WHERE EXISTS (SELECT 1 FROM year_total WHERE organisation = OLD.organisation AND account = OLD.id);
END;
