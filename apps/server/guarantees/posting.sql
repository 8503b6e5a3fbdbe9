-- Entries come through a posting alone: whole, balanced, in the chain, in an open period, on accounts that take them.

-- A posting counts on from what is there, and takes what is staged.
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
      supply_date, posted_at, posted_by, debit, previous_seal, seal)
    SELECT NEW.organisation, e.place, e.year, e.number, e.date, e.kind, e.stage, e.source, e.explanation, e.reference,
      e.reverses, e.supply_date, e.posted_at, e.posted_by,
      CASE
        WHEN e.kind <> 'ordinary' AND e.kind <> 'adjusting' AND e.kind <> 'reversing' AND e.kind <> 'opening'
            AND e.kind <> 'closing' OR e.stage <> e.kind AND (e.kind <> 'reversing' OR e.stage <> 'ordinary'
            AND e.stage <> 'adjusting' AND e.stage <> 'opening' AND e.stage <> 'closing')
          THEN RAISE(ABORT, 'entry: unknown kind or stage')
        WHEN e.source <> 'manual' AND e.source <> 'import' AND e.source <> 'recurring' AND e.source <> 'closing'
            AND e.source <> 'take-on' AND e.source <> 'invoice' AND e.source <> 'payment' AND e.source <> 'revaluation'
            AND e.source <> 'depreciation' AND e.source <> 'between-organisations' AND e.source <> 'tax-settlement'
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
      currency, foreign_amount, rate, rate_per_base, due_date, document, document_date, own_number, cash_basis,
      tax_code, tax_base, tax_rate, tax_side, tax_adjustment)
    SELECT o.id, l.entry, l.place, l.account, e.date,
      CASE WHEN e.date < o.first_day THEN 0 ELSE CAST(substr(e.date, 1, 4) || substr(e.date, 6, 2) AS INTEGER) END,
      e.stage, l.movement, l.combination,
      CASE
        WHEN l.amount = 0 OR abs(l.amount) > 9007199254740991
          THEN RAISE(ABORT, 'entry: a line has no whole amount within range')
        WHEN a.id IS NULL THEN RAISE(ABORT, 'entry: an account does not belong to the organisation')
        WHEN (a.active = 0 OR (a.typed_entries = 0 AND e.source = 'manual' AND l.tax_side IS NULL)) AND e.kind NOT IN ('closing', 'reversing')
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
      l.contact, l.note, l.currency, l.foreign_amount, l.rate, l.rate_per_base, l.due_date, l.document, l.document_date,
      l.own_number, l.cash_basis, l.tax_code, l.tax_base, l.tax_rate, l.tax_side, l.tax_adjustment
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
  -- in the order of their periods, so that a new page is taken over from one that is done
  -- (the plus keeps the planner from reading all lines in the order of their accounts)
  INSERT INTO total (organisation, period, account, stage, movement, combination, amount, lines)
    SELECT NEW.organisation, period, +account, stage, movement, combination, CASE
        WHEN abs(sum(amount)) > 9007199254740991 THEN RAISE(ABORT, 'total: beyond what the books can hold') ELSE sum(amount)
      END, count(*)
    FROM line WHERE organisation = NEW.organisation AND entry BETWEEN NEW.first AND NEW.last GROUP BY 2, 3, 4, 5, 6
    ON CONFLICT (organisation, account, stage, movement, combination, period)
    DO UPDATE SET amount = amount + excluded.amount, lines = lines + excluded.lines;
  DELETE FROM staged_line;
  DELETE FROM staged_entry;
  DELETE FROM posting;
END;

-- It is gone as soon as it is done.
CREATE TRIGGER posting_update BEFORE UPDATE ON posting BEGIN SELECT RAISE(ABORT, 'posting: never changed'); END;

-- Books that are archived take none.
CREATE TRIGGER posting_archived BEFORE INSERT ON posting BEGIN
  SELECT RAISE(ABORT, 'entry: these books are archived') FROM organisation WHERE id = NEW.organisation AND archived_at IS NOT NULL;
END;

-- What a line says of its tax it says in full, by a code of the organisation; a supply is on a day.
CREATE TRIGGER posting_tax BEFORE INSERT ON posting BEGIN
  SELECT RAISE(ABORT, 'entry: supplied on what is not a date') FROM staged_entry
    WHERE supply_date IS NOT NULL AND date(supply_date, '+0 days') IS NOT supply_date;
  SELECT RAISE(ABORT, 'entry: a line says of its tax what it does not say in full') FROM staged_line AS l
    WHERE coalesce(l.tax_code, l.tax_base, l.tax_rate, l.tax_side, l.tax_adjustment) IS NOT NULL
      AND (l.tax_base IS NULL OR l.tax_base = 0 OR l.tax_rate IS NULL OR l.tax_side NOT IN ('debit', 'credit')
        OR (l.tax_side IS NOT NULL AND l.tax_adjustment IS NOT NULL)
        OR NOT EXISTS (SELECT 1 FROM tax_code AS c WHERE c.organisation = NEW.organisation AND c.id = l.tax_code));
END;

-- Where the organisation asks for two people, an entry is not posted by whoever prepared it.
CREATE TRIGGER posting_two_people BEFORE INSERT ON posting BEGIN
  SELECT RAISE(ABORT, 'entry: posted by whoever prepared it, and these books ask for two people')
    FROM organisation AS o CROSS JOIN staged_entry AS e
    WHERE o.id = NEW.organisation AND o.two_people_from IS NOT NULL AND e.place BETWEEN NEW.first AND NEW.last
      AND e.source = 'manual' AND e.kind <> 'reversing' AND e.kind <> 'closing'
      AND (SELECT coalesce(sum(max(amount, 0)), 0) FROM staged_line WHERE entry = e.place) >= o.two_people_from
      AND NOT EXISTS (SELECT 1 FROM entry_preparer AS p
        WHERE p.organisation = o.id AND p.place = e.place AND p.by <> e.posted_by);
END;

-- Who prepared an entry is said before it is posted.
CREATE TRIGGER entry_preparer_insert BEFORE INSERT ON entry_preparer BEGIN
  SELECT RAISE(ABORT, 'entry: who prepared it is said before it is posted, once') WHERE EXISTS (
    SELECT 1 FROM entry WHERE organisation = NEW.organisation AND place >= NEW.place
    UNION ALL SELECT 1 FROM entry_preparer WHERE organisation = NEW.organisation AND place = NEW.place);
END;

-- Not changed.
CREATE TRIGGER entry_preparer_update BEFORE UPDATE ON entry_preparer BEGIN SELECT RAISE(ABORT, 'entry: who prepared it is never changed'); END;

-- Not deleted.
CREATE TRIGGER entry_preparer_delete BEFORE DELETE ON entry_preparer BEGIN SELECT RAISE(ABORT, 'entry: who prepared it is never deleted'); END;

-- What an entry corrects is said before it is posted, and lies before it.
CREATE TRIGGER entry_correction_insert BEFORE INSERT ON entry_correction BEGIN
  SELECT RAISE(ABORT, 'entry: what it corrects is said before it is posted, once') WHERE EXISTS (
    SELECT 1 FROM entry WHERE organisation = NEW.organisation AND place >= NEW.place
    UNION ALL SELECT 1 FROM entry_correction WHERE organisation = NEW.organisation AND place = NEW.place);
END;

-- Not changed.
CREATE TRIGGER entry_correction_update BEFORE UPDATE ON entry_correction BEGIN SELECT RAISE(ABORT, 'entry: what it corrects is never changed'); END;

-- Not deleted.
CREATE TRIGGER entry_correction_delete BEFORE DELETE ON entry_correction BEGIN SELECT RAISE(ABORT, 'entry: what it corrects is never deleted'); END;

-- What was planned for a reversal is written down one after the other, for an entry that is there, after its own date.
CREATE TRIGGER reversal_plan_insert BEFORE INSERT ON reversal_plan BEGIN
  SELECT RAISE(ABORT, 'reversal: what is planned has no gaps, and lies after its entry') WHERE NEW.place <> 1 + (
      SELECT coalesce(max(place), 0) FROM reversal_plan WHERE organisation = NEW.organisation AND entry = NEW.entry)
    OR NOT EXISTS (SELECT 1 FROM entry WHERE organisation = NEW.organisation AND place = NEW.entry
      AND (NEW.date IS NULL OR date < NEW.date));
END;

-- Not changed.
CREATE TRIGGER reversal_plan_update BEFORE UPDATE ON reversal_plan BEGIN SELECT RAISE(ABORT, 'reversal: what was planned is never changed'); END;

-- Not deleted.
CREATE TRIGGER reversal_plan_delete BEFORE DELETE ON reversal_plan BEGIN SELECT RAISE(ABORT, 'reversal: what was planned is never deleted'); END;

-- All that ever went over the books stays within what a number can hold.
CREATE TRIGGER posting_volume BEFORE INSERT ON posting BEGIN
  INSERT INTO volume (organisation, debit, foreign_amount)
    SELECT NEW.organisation, coalesce(sum(max(amount, 0)), 0), coalesce(sum(abs(foreign_amount)), 0) FROM staged_line
    WHERE entry BETWEEN NEW.first AND NEW.last HAVING EXISTS (SELECT 1 FROM staged_entry)
    ON CONFLICT (organisation) DO UPDATE SET debit = debit + excluded.debit,
      foreign_amount = foreign_amount + excluded.foreign_amount;
END;

-- An entry follows the one before it, is dated in its year and in an open period, and reverses another once.
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
      -- named by the calendar year in which it ends; it begins on the last day of a month that has not the day
      WHEN NEW.year IS NOT (SELECT CAST(year + (o.fiscal_year_start_month > 1 OR o.fiscal_year_start_day > 1)
            - (month < o.fiscal_year_start_month OR (month = o.fiscal_year_start_month
              AND day < o.fiscal_year_start_day AND next_day <> 1)) AS TEXT)
          FROM (SELECT CAST(substr(at, 1, 4) AS INTEGER) AS year, CAST(substr(at, 6, 2) AS INTEGER) AS month,
              CAST(substr(at, 9, 2) AS INTEGER) AS day, CAST(substr(date(at, '+1 day'), 9, 2) AS INTEGER) AS next_day
            FROM (SELECT max(NEW.date, o.first_day) AS at)))
        THEN RAISE(ABORT, 'entry: numbered in another year than its date')
      WHEN EXISTS (SELECT 1 FROM period_lock AS k WHERE k.organisation = NEW.organisation
          AND k.period = CASE
            WHEN NEW.date < o.first_day THEN 'brought-forward'
            WHEN CAST(substr(NEW.date, 9, 2) AS INTEGER) >= o.fiscal_year_start_day
              OR substr(date(NEW.date, '+1 day'), 9, 2) = '01' OR NEW.date < '1900-02' THEN substr(NEW.date, 1, 7)
            ELSE substr(date(NEW.date, 'start of month', '-1 day'), 1, 7) END)
        THEN RAISE(ABORT, 'entry: its period is locked')
      -- most often none is: asked first, since its period takes longer to tell
      WHEN EXISTS (SELECT 1 FROM period_closing WHERE organisation = NEW.organisation)
          AND NEW.stage <> 'closing' AND o.posts_while_closing <> 'all'
          AND EXISTS (SELECT 1 FROM period_closing AS k WHERE k.organisation = NEW.organisation
            AND k.period = CASE
              WHEN NEW.date < o.first_day THEN 'brought-forward'
              WHEN CAST(substr(NEW.date, 9, 2) AS INTEGER) >= o.fiscal_year_start_day
                OR substr(date(NEW.date, '+1 day'), 9, 2) = '01' OR NEW.date < '1900-02' THEN substr(NEW.date, 1, 7)
              ELSE substr(date(NEW.date, 'start of month', '-1 day'), 1, 7) END)
          AND NOT (o.posts_while_closing = 'owners' AND EXISTS (SELECT 1 FROM membership AS m
            WHERE m.organisation = NEW.organisation AND m.person = NEW.posted_by AND m.role = 'owner'))
        THEN RAISE(ABORT, 'entry: its period is being closed')
    END
    FROM organisation AS o LEFT JOIN entry AS b ON b.organisation = o.id AND b.place = NEW.place - 1
    WHERE o.id = NEW.organisation;
END;

-- Lines come with their entry.
CREATE TRIGGER line_insert BEFORE INSERT ON line
WHEN NOT EXISTS (SELECT 1 FROM posting WHERE organisation = NEW.organisation AND NEW.entry BETWEEN first AND last) BEGIN
  SELECT RAISE(ABORT, 'line: lines are written by a posting');
END;
