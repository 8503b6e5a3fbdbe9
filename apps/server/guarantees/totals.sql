-- Totals and balances are what the lines come to, and only a posting moves them.

-- The first total of a month takes over the balances of the month before.
CREATE TRIGGER total_place BEFORE INSERT ON total
WHEN NOT EXISTS (SELECT 1 FROM balance WHERE organisation = NEW.organisation AND period = NEW.period
  AND account = NEW.account AND stage = NEW.stage AND movement = NEW.movement) BEGIN
  INSERT INTO balance (organisation, period, account, stage, movement, amount)
    SELECT organisation, NEW.period, account, stage, movement, amount FROM balance
    WHERE organisation = NEW.organisation
      AND period = (SELECT max(period) FROM balance WHERE organisation = NEW.organisation AND period < NEW.period)
      AND NOT EXISTS (SELECT 1 FROM balance WHERE organisation = NEW.organisation AND period = NEW.period);
  INSERT INTO balance (organisation, period, account, stage, movement, amount)
    VALUES (NEW.organisation, NEW.period, 0, '', '', 0) ON CONFLICT DO NOTHING;
  INSERT INTO balance (organisation, period, account, stage, movement, amount)
    SELECT organisation, period, NEW.account, NEW.stage, NEW.movement, 0 FROM balance INDEXED BY balance_page
    WHERE organisation = NEW.organisation AND account = 0 AND period >= NEW.period ON CONFLICT DO NOTHING;
END;

-- A new total moves the balances of its month.
CREATE TRIGGER total_insert AFTER INSERT ON total BEGIN
  SELECT RAISE(ABORT, 'total: totals are written by a posting')
    WHERE NOT EXISTS (SELECT 1 FROM posting WHERE organisation = NEW.organisation);
  UPDATE balance SET amount = amount + NEW.amount WHERE organisation = NEW.organisation AND period = NEW.period
    AND account = NEW.account AND stage = NEW.stage AND movement = NEW.movement;
END;

-- And those of the months after it.
CREATE TRIGGER total_insert_before_others AFTER INSERT ON total
WHEN EXISTS (SELECT 1 FROM balance INDEXED BY balance_page
  WHERE organisation = NEW.organisation AND account = 0 AND period > NEW.period) BEGIN
  UPDATE balance SET amount = amount + NEW.amount WHERE organisation = NEW.organisation
    AND period IN (SELECT period FROM balance INDEXED BY balance_page
      WHERE organisation = NEW.organisation AND account = 0 AND period > NEW.period)
    AND account = NEW.account AND stage = NEW.stage AND movement = NEW.movement;
END;

-- So does one that grows.
CREATE TRIGGER total_update BEFORE UPDATE ON total BEGIN
  SELECT CASE
      WHEN NOT EXISTS (SELECT 1 FROM posting WHERE organisation = OLD.organisation)
        THEN RAISE(ABORT, 'total: totals are written by a posting')
      WHEN abs(NEW.amount) > 9007199254740991 THEN RAISE(ABORT, 'total: beyond what the books can hold')
    END;
  UPDATE balance SET amount = amount + NEW.amount - OLD.amount WHERE organisation = OLD.organisation AND period = OLD.period
    AND account = OLD.account AND stage = OLD.stage AND movement = OLD.movement;
END;

-- And again for the months after it.
CREATE TRIGGER total_update_before_others BEFORE UPDATE ON total
WHEN EXISTS (SELECT 1 FROM balance INDEXED BY balance_page
  WHERE organisation = OLD.organisation AND account = 0 AND period > OLD.period) BEGIN
  UPDATE balance SET amount = amount + NEW.amount - OLD.amount WHERE organisation = OLD.organisation
    AND period IN (SELECT period FROM balance INDEXED BY balance_page
      WHERE organisation = OLD.organisation AND account = 0 AND period > OLD.period)
    AND account = OLD.account AND stage = OLD.stage AND movement = OLD.movement;
END;

-- Totals stay.
CREATE TRIGGER total_delete BEFORE DELETE ON total BEGIN SELECT RAISE(ABORT, 'total: totals are never deleted'); END;

-- Balances come by a posting.
CREATE TRIGGER balance_insert BEFORE INSERT ON balance
WHEN NOT EXISTS (SELECT 1 FROM posting WHERE organisation = NEW.organisation) BEGIN
  SELECT RAISE(ABORT, 'balance: balances are written by a posting');
END;

-- And move by one.
CREATE TRIGGER balance_update BEFORE UPDATE ON balance BEGIN
  SELECT CASE
      WHEN NOT EXISTS (SELECT 1 FROM posting WHERE organisation = OLD.organisation)
        THEN RAISE(ABORT, 'balance: balances are written by a posting')
      WHEN abs(NEW.amount) > 9007199254740991 THEN RAISE(ABORT, 'total: beyond what the books can hold')
    END;
END;

-- They stay.
CREATE TRIGGER balance_delete BEFORE DELETE ON balance BEGIN SELECT RAISE(ABORT, 'balance: balances are never deleted'); END;

-- The volume comes by a posting.
CREATE TRIGGER volume_insert BEFORE INSERT ON volume BEGIN
  SELECT RAISE(ABORT, 'volume: it is written by a posting') WHERE NOT EXISTS (SELECT 1 FROM staged_entry);
END;

-- And only grows.
CREATE TRIGGER volume_update BEFORE UPDATE ON volume BEGIN
  SELECT RAISE(ABORT, 'volume: it is written by a posting') WHERE NOT EXISTS (SELECT 1 FROM staged_entry);
  SELECT RAISE(ABORT, 'volume: beyond what the books can hold') WHERE NEW.debit > 9007199254740991 OR NEW.foreign_amount > 9007199254740991;
  SELECT RAISE(ABORT, 'volume: it never shrinks') WHERE NEW.debit < OLD.debit OR NEW.foreign_amount < OLD.foreign_amount;
END;

-- It stays.
CREATE TRIGGER volume_delete BEFORE DELETE ON volume BEGIN SELECT RAISE(ABORT, 'volume: it is never deleted'); END;
