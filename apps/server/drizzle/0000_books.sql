CREATE TABLE person (
  id INTEGER PRIMARY KEY,
  email TEXT NOT NULL COLLATE NOCASE UNIQUE,
  name TEXT NOT NULL,
  password_hash TEXT NOT NULL,
  created_at TEXT NOT NULL
) STRICT;
--> statement-breakpoint
CREATE TABLE session (
  token_hash TEXT PRIMARY KEY,
  person INTEGER NOT NULL REFERENCES person (id),
  created_at TEXT NOT NULL,
  expires_at TEXT NOT NULL
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE TABLE organisation (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL,
  kind TEXT NOT NULL CHECK (kind IN ('sole-trader', 'partnership', 'company', 'non-profit', 'co-operative')),
  base_currency TEXT NOT NULL CHECK (length(base_currency) = 3),
  fiscal_year_start_month INTEGER NOT NULL CHECK (fiscal_year_start_month BETWEEN 1 AND 12),
  first_day TEXT NOT NULL CHECK (date(first_day, '+0 days') IS first_day),
  changeover_date TEXT CHECK (changeover_date IS NULL OR date(changeover_date, '+0 days') IS changeover_date),
  created_at TEXT NOT NULL,
  version INTEGER NOT NULL DEFAULT 1
) STRICT;
--> statement-breakpoint
CREATE TABLE membership (
  organisation INTEGER NOT NULL REFERENCES organisation (id),
  person INTEGER NOT NULL REFERENCES person (id),
  role TEXT NOT NULL CHECK (role IN ('preparer', 'approver', 'reader', 'owner')),
  PRIMARY KEY (organisation, person)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE TABLE account (
  organisation INTEGER NOT NULL REFERENCES organisation (id),
  id INTEGER NOT NULL,
  number TEXT NOT NULL,
  name TEXT NOT NULL,
  element TEXT NOT NULL CHECK (element IN ('asset', 'liability', 'equity', 'revenue', 'expense')),
  classification TEXT NOT NULL,
  contra INTEGER NOT NULL CHECK (contra IN (0, 1)),
  parent INTEGER,
  currency TEXT,
  control TEXT CHECK (control IN ('receivables', 'payables')),
  typed_entries INTEGER NOT NULL CHECK (typed_entries IN (0, 1)),
  active INTEGER NOT NULL CHECK (active IN (0, 1)),
  role TEXT,
  closes_to INTEGER,
  share INTEGER,
  version INTEGER NOT NULL DEFAULT 1,
  PRIMARY KEY (organisation, id),
  FOREIGN KEY (organisation, parent) REFERENCES account (organisation, id),
  FOREIGN KEY (organisation, closes_to) REFERENCES account (organisation, id)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE UNIQUE INDEX account_number ON account (organisation, number);
--> statement-breakpoint
CREATE INDEX account_parent ON account (organisation, parent) WHERE parent IS NOT NULL;
--> statement-breakpoint
CREATE TABLE contact (
  organisation INTEGER NOT NULL REFERENCES organisation (id),
  id INTEGER NOT NULL,
  number TEXT NOT NULL,
  name TEXT NOT NULL COLLATE NOCASE,
  roles TEXT NOT NULL CHECK (json_valid(roles)),
  version INTEGER NOT NULL DEFAULT 1,
  PRIMARY KEY (organisation, id)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE UNIQUE INDEX contact_number ON contact (organisation, number);
--> statement-breakpoint
CREATE UNIQUE INDEX contact_name ON contact (organisation, name);
--> statement-breakpoint
CREATE TABLE breakdown (
  organisation INTEGER NOT NULL REFERENCES organisation (id),
  id INTEGER NOT NULL,
  name TEXT NOT NULL,
  self_balancing INTEGER NOT NULL CHECK (self_balancing IN (0, 1)),
  PRIMARY KEY (organisation, id)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE UNIQUE INDEX breakdown_name ON breakdown (organisation, name);
--> statement-breakpoint
CREATE TABLE breakdown_value (
  organisation INTEGER NOT NULL,
  breakdown INTEGER NOT NULL,
  id INTEGER NOT NULL,
  name TEXT NOT NULL,
  account INTEGER,
  PRIMARY KEY (organisation, breakdown, id),
  FOREIGN KEY (organisation, breakdown) REFERENCES breakdown (organisation, id),
  FOREIGN KEY (organisation, account) REFERENCES account (organisation, id)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE TABLE combination (
  organisation INTEGER NOT NULL REFERENCES organisation (id),
  id INTEGER NOT NULL CHECK (id > 0),
  content TEXT NOT NULL CHECK (json_valid(content)),
  PRIMARY KEY (organisation, id)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE UNIQUE INDEX combination_content ON combination (organisation, content);
--> statement-breakpoint
CREATE TABLE combination_value (
  organisation INTEGER NOT NULL,
  combination INTEGER NOT NULL,
  breakdown INTEGER NOT NULL,
  value INTEGER NOT NULL,
  PRIMARY KEY (organisation, combination, breakdown),
  FOREIGN KEY (organisation, combination) REFERENCES combination (organisation, id),
  FOREIGN KEY (organisation, breakdown, value) REFERENCES breakdown_value (organisation, breakdown, id)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE TABLE entry (
  organisation INTEGER NOT NULL REFERENCES organisation (id),
  place INTEGER NOT NULL CHECK (place > 0),
  year TEXT NOT NULL,
  number INTEGER NOT NULL CHECK (number > 0),
  date TEXT NOT NULL,
  kind TEXT NOT NULL,
  stage TEXT NOT NULL,
  source TEXT NOT NULL,
  explanation TEXT NOT NULL,
  reference TEXT,
  reverses INTEGER,
  posted_at TEXT NOT NULL,
  posted_by INTEGER NOT NULL REFERENCES person (id),
  line_count INTEGER NOT NULL,
  debit INTEGER NOT NULL,
  content TEXT NOT NULL,
  previous_seal TEXT NOT NULL CHECK (length(previous_seal) = 64),
  seal TEXT NOT NULL CHECK (length(seal) = 64),
  PRIMARY KEY (organisation, place),
  FOREIGN KEY (organisation, reverses) REFERENCES entry (organisation, place)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE UNIQUE INDEX entry_number ON entry (organisation, year, number);
--> statement-breakpoint
CREATE INDEX entry_date ON entry (organisation, date, place);
--> statement-breakpoint
CREATE UNIQUE INDEX entry_reverses ON entry (organisation, reverses) WHERE reverses IS NOT NULL;
--> statement-breakpoint
CREATE INDEX entry_closing ON entry (organisation, date) WHERE kind = 'closing';
--> statement-breakpoint
CREATE TABLE line (
  organisation INTEGER NOT NULL,
  entry INTEGER NOT NULL,
  place INTEGER NOT NULL CHECK (place > 0),
  account INTEGER NOT NULL,
  date TEXT NOT NULL,
  period INTEGER NOT NULL,
  stage TEXT NOT NULL,
  movement TEXT NOT NULL,
  combination INTEGER NOT NULL,
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
  PRIMARY KEY (organisation, entry, place),
  FOREIGN KEY (organisation, entry) REFERENCES entry (organisation, place),
  FOREIGN KEY (organisation, account) REFERENCES account (organisation, id),
  FOREIGN KEY (organisation, contact) REFERENCES contact (organisation, id)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE INDEX line_account ON line (organisation, account, date, entry, place, amount);
--> statement-breakpoint
CREATE INDEX line_period ON line (organisation, period, date, account, stage, movement, amount);
--> statement-breakpoint
CREATE TABLE total (
  organisation INTEGER NOT NULL,
  account INTEGER NOT NULL,
  period INTEGER NOT NULL,
  stage TEXT NOT NULL,
  movement TEXT NOT NULL,
  combination INTEGER NOT NULL,
  amount INTEGER NOT NULL CHECK (amount BETWEEN -9007199254740991 AND 9007199254740991),
  lines INTEGER NOT NULL,
  entry INTEGER NOT NULL,
  PRIMARY KEY (organisation, account, stage, movement, combination, period)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE TABLE account_total (
  organisation INTEGER NOT NULL,
  account INTEGER NOT NULL,
  period INTEGER NOT NULL,
  stage TEXT NOT NULL,
  movement TEXT NOT NULL,
  amount INTEGER NOT NULL CHECK (amount BETWEEN -9007199254740991 AND 9007199254740991),
  entry INTEGER NOT NULL,
  PRIMARY KEY (organisation, account, stage, movement, period)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE TABLE draft (
  organisation INTEGER NOT NULL REFERENCES organisation (id),
  id INTEGER NOT NULL,
  content TEXT NOT NULL CHECK (json_valid(content)),
  for_review INTEGER NOT NULL CHECK (for_review IN (0, 1)),
  created_by INTEGER NOT NULL REFERENCES person (id),
  updated_at TEXT NOT NULL,
  version INTEGER NOT NULL DEFAULT 1,
  PRIMARY KEY (organisation, id)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE TABLE recurring_journal (
  organisation INTEGER NOT NULL REFERENCES organisation (id),
  id INTEGER NOT NULL,
  name TEXT NOT NULL,
  schedule TEXT NOT NULL CHECK (json_valid(schedule)),
  entry TEXT NOT NULL CHECK (json_valid(entry)),
  ended_on TEXT,
  version INTEGER NOT NULL DEFAULT 1,
  PRIMARY KEY (organisation, id)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE TABLE occurrence (
  organisation INTEGER NOT NULL,
  journal INTEGER NOT NULL,
  date TEXT NOT NULL,
  state TEXT NOT NULL CHECK (state IN ('posted', 'skipped')),
  entry INTEGER,
  reason TEXT,
  settled_at TEXT NOT NULL,
  settled_by INTEGER NOT NULL REFERENCES person (id),
  PRIMARY KEY (organisation, journal, date),
  CHECK ((state = 'posted') = (entry IS NOT NULL)),
  FOREIGN KEY (organisation, journal) REFERENCES recurring_journal (organisation, id),
  FOREIGN KEY (organisation, entry) REFERENCES entry (organisation, place)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE TABLE period_lock (
  organisation INTEGER NOT NULL REFERENCES organisation (id),
  period TEXT NOT NULL,
  locked_at TEXT NOT NULL,
  locked_by INTEGER NOT NULL REFERENCES person (id),
  entries INTEGER NOT NULL,
  seal TEXT NOT NULL,
  PRIMARY KEY (organisation, period)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE TABLE period_event (
  id INTEGER PRIMARY KEY,
  organisation INTEGER NOT NULL REFERENCES organisation (id),
  period TEXT NOT NULL,
  event TEXT NOT NULL CHECK (event IN ('locked', 'unlocked', 'closed', 'reopened')),
  at TEXT NOT NULL,
  by INTEGER NOT NULL REFERENCES person (id),
  reason TEXT,
  entries INTEGER NOT NULL,
  seal TEXT NOT NULL
) STRICT;
--> statement-breakpoint
CREATE TABLE year_closing (
  organisation INTEGER NOT NULL REFERENCES organisation (id),
  year TEXT NOT NULL,
  closed_at TEXT NOT NULL,
  closed_by INTEGER NOT NULL REFERENCES person (id),
  PRIMARY KEY (organisation, year)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE TABLE idempotent_answer (
  organisation INTEGER NOT NULL REFERENCES organisation (id),
  person INTEGER NOT NULL REFERENCES person (id),
  key TEXT NOT NULL,
  request_hash TEXT NOT NULL,
  answer TEXT NOT NULL,
  at TEXT NOT NULL,
  PRIMARY KEY (organisation, person, key)
) STRICT, WITHOUT ROWID;
