-- Tax codes with what they take from a day on, and foreign currencies with their rates.
CREATE TABLE tax_code (
  organisation INTEGER NOT NULL REFERENCES organisation (id),
  id INTEGER NOT NULL CHECK (id > 0),
  code TEXT NOT NULL,
  name TEXT NOT NULL,
  side TEXT NOT NULL CHECK (side IN ('sales', 'purchases')),
  rounding TEXT NOT NULL CHECK (rounding IN ('line', 'document')),
  active INTEGER NOT NULL CHECK (active IN (0, 1)),
  version INTEGER NOT NULL DEFAULT 1,
  PRIMARY KEY (organisation, id)
) STRICT;
--> statement-breakpoint
CREATE UNIQUE INDEX tax_code_code ON tax_code (organisation, code COLLATE NOCASE);
--> statement-breakpoint
-- The first day is empty for what has always held.
CREATE TABLE tax_rate (
  organisation INTEGER NOT NULL,
  tax_code INTEGER NOT NULL,
  first_day TEXT NOT NULL,
  PRIMARY KEY (organisation, tax_code, first_day),
  FOREIGN KEY (organisation, tax_code) REFERENCES tax_code (organisation, id) ON DELETE CASCADE
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE TABLE tax_part (
  organisation INTEGER NOT NULL,
  tax_code INTEGER NOT NULL,
  first_day TEXT NOT NULL,
  place INTEGER NOT NULL,
  rate TEXT NOT NULL,
  share TEXT NOT NULL,
  side TEXT NOT NULL CHECK (side IN ('debit', 'credit')),
  account INTEGER,
  PRIMARY KEY (organisation, tax_code, first_day, place),
  FOREIGN KEY (organisation, tax_code, first_day) REFERENCES tax_rate (organisation, tax_code, first_day) ON DELETE CASCADE,
  FOREIGN KEY (organisation, account) REFERENCES account (organisation, id)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
ALTER TABLE account ADD COLUMN tax_code INTEGER;
--> statement-breakpoint
CREATE TRIGGER account_insert_tax_code BEFORE INSERT ON account WHEN NEW.tax_code IS NOT NULL BEGIN
  SELECT RAISE(ABORT, 'account: no such tax code') WHERE NOT EXISTS (SELECT 1 FROM tax_code
    WHERE organisation = NEW.organisation AND id = NEW.tax_code);
END;
--> statement-breakpoint
CREATE TRIGGER account_update_tax_code BEFORE UPDATE ON account WHEN NEW.tax_code IS NOT NULL BEGIN
  SELECT RAISE(ABORT, 'account: no such tax code') WHERE NOT EXISTS (SELECT 1 FROM tax_code
    WHERE organisation = NEW.organisation AND id = NEW.tax_code);
END;
--> statement-breakpoint
-- A tax code that an account names stays.
CREATE TRIGGER tax_code_delete BEFORE DELETE ON tax_code BEGIN
  SELECT RAISE(ABORT, 'tax code: an account names it') WHERE EXISTS (SELECT 1 FROM account
    WHERE organisation = OLD.organisation AND tax_code = OLD.id);
END;
--> statement-breakpoint
CREATE TABLE currency_kept (
  organisation INTEGER NOT NULL REFERENCES organisation (id),
  currency TEXT NOT NULL CHECK (length(currency) = 3),
  realised_gain INTEGER,
  realised_loss INTEGER,
  unrealised_gain INTEGER,
  unrealised_loss INTEGER,
  version INTEGER NOT NULL DEFAULT 1,
  PRIMARY KEY (organisation, currency),
  FOREIGN KEY (organisation, realised_gain) REFERENCES account (organisation, id),
  FOREIGN KEY (organisation, realised_loss) REFERENCES account (organisation, id),
  FOREIGN KEY (organisation, unrealised_gain) REFERENCES account (organisation, id),
  FOREIGN KEY (organisation, unrealised_loss) REFERENCES account (organisation, id)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
-- A rate as it was quoted: base units for one foreign unit, or the other way; never both.
CREATE TABLE exchange_rate (
  organisation INTEGER NOT NULL,
  currency TEXT NOT NULL,
  date TEXT NOT NULL CHECK (date IS date(date)),
  rate TEXT,
  rate_per_base TEXT,
  PRIMARY KEY (organisation, currency, date),
  FOREIGN KEY (organisation, currency) REFERENCES currency_kept (organisation, currency) ON DELETE CASCADE,
  CHECK ((rate IS NULL) <> (rate_per_base IS NULL))
) STRICT, WITHOUT ROWID;
