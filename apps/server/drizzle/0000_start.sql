CREATE TABLE account (
  organisation integer NOT NULL,
  id integer NOT NULL,
  number text NOT NULL,
  name text NOT NULL,
  element text NOT NULL,
  classification text NOT NULL,
  contra integer NOT NULL,
  parent integer,
  currency text,
  control text,
  typed_entries integer NOT NULL,
  active integer NOT NULL,
  role text,
  closes_to integer,
  share integer,
  settles integer DEFAULT false NOT NULL,
  tax_code integer,
  version integer DEFAULT 1 NOT NULL,
  PRIMARY KEY(organisation, id),
  FOREIGN KEY (organisation) REFERENCES organisation(id),
  FOREIGN KEY (organisation,parent) REFERENCES account(organisation,id),
  FOREIGN KEY (organisation,closes_to) REFERENCES account(organisation,id),
  CONSTRAINT "account_element" CHECK("account"."element" IN ('asset', 'liability', 'equity', 'revenue', 'expense')),
  CONSTRAINT "account_contra" CHECK("account"."contra" IN (0, 1)),
  CONSTRAINT "account_control" CHECK("account"."control" IN ('receivables', 'payables')),
  CONSTRAINT "account_typed_entries" CHECK("account"."typed_entries" IN (0, 1)),
  CONSTRAINT "account_active" CHECK("account"."active" IN (0, 1)),
  CONSTRAINT "account_settles" CHECK("account"."settles" IN (0, 1))
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE UNIQUE INDEX account_number ON account (organisation,number);
--> statement-breakpoint
CREATE INDEX account_parent ON account (organisation,parent) WHERE parent IS NOT NULL;
--> statement-breakpoint
CREATE TABLE account_breakdown (
  organisation integer NOT NULL,
  account integer NOT NULL,
  breakdown integer NOT NULL,
  PRIMARY KEY(organisation, account, breakdown),
  FOREIGN KEY (organisation,account) REFERENCES account(organisation,id) ON DELETE cascade,
  FOREIGN KEY (organisation,breakdown) REFERENCES breakdown(organisation,id)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE TABLE breakdown (
  organisation integer NOT NULL,
  id integer NOT NULL,
  name text NOT NULL,
  self_balancing integer NOT NULL,
  usual_value integer,
  version integer DEFAULT 1 NOT NULL,
  PRIMARY KEY(organisation, id),
  FOREIGN KEY (organisation) REFERENCES organisation(id),
  CONSTRAINT "breakdown_self_balancing" CHECK("breakdown"."self_balancing" IN (0, 1))
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE UNIQUE INDEX breakdown_name ON breakdown (organisation,name);
--> statement-breakpoint
CREATE TABLE breakdown_value (
  organisation integer NOT NULL,
  breakdown integer NOT NULL,
  id integer NOT NULL,
  name text NOT NULL,
  account integer,
  parent integer,
  active integer DEFAULT true NOT NULL,
  PRIMARY KEY(organisation, breakdown, id),
  FOREIGN KEY (organisation,breakdown) REFERENCES breakdown(organisation,id),
  FOREIGN KEY (organisation,account) REFERENCES account(organisation,id),
  CONSTRAINT "breakdown_value_active" CHECK("breakdown_value"."active" IN (0, 1))
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE UNIQUE INDEX breakdown_value_name ON breakdown_value (organisation,breakdown,name COLLATE NOCASE);
--> statement-breakpoint
CREATE TABLE combination (
  organisation integer NOT NULL,
  id integer NOT NULL,
  content text NOT NULL,
  PRIMARY KEY(organisation, id),
  FOREIGN KEY (organisation) REFERENCES organisation(id),
  CONSTRAINT "combination_id" CHECK("combination"."id" > 0),
  CONSTRAINT "combination_content_json" CHECK(json_valid("combination"."content"))
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE UNIQUE INDEX combination_content ON combination (organisation,content);
--> statement-breakpoint
CREATE TABLE combination_value (
  organisation integer NOT NULL,
  combination integer NOT NULL,
  breakdown integer NOT NULL,
  value integer NOT NULL,
  PRIMARY KEY(organisation, combination, breakdown),
  FOREIGN KEY (organisation,combination) REFERENCES combination(organisation,id),
  FOREIGN KEY (organisation,breakdown,value) REFERENCES breakdown_value(organisation,breakdown,id)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE TABLE contact (
  organisation integer NOT NULL,
  id integer NOT NULL,
  number text NOT NULL,
  name text COLLATE NOCASE NOT NULL,
  roles text NOT NULL,
  active integer DEFAULT true NOT NULL,
  currency text,
  terms text,
  email text,
  phone text,
  address text,
  bank text,
  merged_into integer,
  version integer DEFAULT 1 NOT NULL,
  PRIMARY KEY(organisation, id),
  FOREIGN KEY (organisation) REFERENCES organisation(id),
  CONSTRAINT "contact_roles" CHECK(json_valid("contact"."roles")),
  CONSTRAINT "contact_active" CHECK("contact"."active" IN (0, 1)),
  CONSTRAINT "contact_terms" CHECK(json_valid("contact"."terms")),
  CONSTRAINT "contact_bank" CHECK(json_valid("contact"."bank")),
  CONSTRAINT "contact_currency_code" CHECK(length("contact"."currency") = 3)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE UNIQUE INDEX contact_number ON contact (organisation,number);
--> statement-breakpoint
CREATE UNIQUE INDEX contact_name ON contact (organisation,name);
--> statement-breakpoint
CREATE TABLE currency_kept (
  organisation integer NOT NULL,
  currency text NOT NULL,
  realised_gain integer,
  realised_loss integer,
  unrealised_gain integer,
  unrealised_loss integer,
  version integer DEFAULT 1 NOT NULL,
  PRIMARY KEY(organisation, currency),
  FOREIGN KEY (organisation) REFERENCES organisation(id),
  FOREIGN KEY (organisation,realised_gain) REFERENCES account(organisation,id),
  FOREIGN KEY (organisation,realised_loss) REFERENCES account(organisation,id),
  FOREIGN KEY (organisation,unrealised_gain) REFERENCES account(organisation,id),
  FOREIGN KEY (organisation,unrealised_loss) REFERENCES account(organisation,id),
  CONSTRAINT "currency_kept_code" CHECK(length("currency_kept"."currency") = 3)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE TABLE exchange_rate (
  organisation integer NOT NULL,
  currency text NOT NULL,
  date text NOT NULL,
  rate text,
  rate_per_base text,
  PRIMARY KEY(organisation, currency, date),
  FOREIGN KEY (organisation,currency) REFERENCES currency_kept(organisation,currency) ON DELETE cascade,
  CONSTRAINT "exchange_rate_day" CHECK(date("exchange_rate"."date", '+0 days') IS "exchange_rate"."date"),
  CONSTRAINT "exchange_rate_one_way" CHECK(("exchange_rate"."rate" IS NULL) <> ("exchange_rate"."rate_per_base" IS NULL))
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE TABLE tax_code (
  organisation integer NOT NULL,
  id integer NOT NULL,
  code text NOT NULL,
  name text NOT NULL,
  side text NOT NULL,
  rounding text NOT NULL,
  active integer NOT NULL,
  version integer DEFAULT 1 NOT NULL,
  PRIMARY KEY(organisation, id),
  FOREIGN KEY (organisation) REFERENCES organisation(id),
  CONSTRAINT "tax_code_side" CHECK("tax_code"."side" IN ('sales', 'purchases')),
  CONSTRAINT "tax_code_rounding" CHECK("tax_code"."rounding" IN ('line', 'document')),
  CONSTRAINT "tax_code_active" CHECK("tax_code"."active" IN (0, 1)),
  CONSTRAINT "tax_code_id" CHECK("tax_code"."id" > 0)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE UNIQUE INDEX tax_code_code ON tax_code (organisation,code COLLATE NOCASE);
--> statement-breakpoint
CREATE TABLE tax_part (
  organisation integer NOT NULL,
  tax_code integer NOT NULL,
  first_day text NOT NULL,
  place integer NOT NULL,
  rate text NOT NULL,
  share text NOT NULL,
  side text NOT NULL,
  account integer,
  PRIMARY KEY(organisation, tax_code, first_day, place),
  FOREIGN KEY (organisation,tax_code,first_day) REFERENCES tax_rate(organisation,tax_code,first_day) ON DELETE cascade,
  FOREIGN KEY (organisation,account) REFERENCES account(organisation,id),
  CONSTRAINT "tax_part_side" CHECK("tax_part"."side" IN ('debit', 'credit'))
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE TABLE tax_rate (
  organisation integer NOT NULL,
  tax_code integer NOT NULL,
  first_day text NOT NULL,
  PRIMARY KEY(organisation, tax_code, first_day),
  FOREIGN KEY (organisation,tax_code) REFERENCES tax_code(organisation,id) ON DELETE cascade
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE TABLE balance (
  organisation integer NOT NULL,
  period integer NOT NULL,
  account integer NOT NULL,
  stage text NOT NULL,
  movement text NOT NULL,
  amount integer NOT NULL,
  PRIMARY KEY(organisation, period, account, stage, movement)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE INDEX balance_page ON balance (organisation,period) WHERE account = 0;
--> statement-breakpoint
CREATE TABLE draft (
  organisation integer NOT NULL,
  id integer NOT NULL,
  content text NOT NULL,
  for_review integer NOT NULL,
  created_by integer NOT NULL,
  updated_at text NOT NULL,
  version integer DEFAULT 1 NOT NULL,
  PRIMARY KEY(organisation, id),
  FOREIGN KEY (organisation) REFERENCES organisation(id),
  FOREIGN KEY (created_by) REFERENCES person(id),
  CONSTRAINT "draft_content" CHECK(json_valid("draft"."content")),
  CONSTRAINT "draft_for_review" CHECK("draft"."for_review" IN (0, 1))
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE TABLE draft_end (
  organisation integer NOT NULL,
  id integer NOT NULL,
  entry text,
  at text NOT NULL,
  by integer NOT NULL,
  PRIMARY KEY(organisation, id),
  FOREIGN KEY (organisation) REFERENCES organisation(id),
  FOREIGN KEY (by) REFERENCES person(id),
  CONSTRAINT "draft_end_id" CHECK("draft_end"."id" > 0)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE TABLE entry (
  organisation integer NOT NULL,
  place integer NOT NULL,
  year text NOT NULL,
  number integer NOT NULL,
  date text NOT NULL,
  kind text NOT NULL,
  stage text NOT NULL,
  source text NOT NULL,
  explanation text NOT NULL,
  reference text,
  reverses integer,
  posted_at text NOT NULL,
  posted_by integer NOT NULL,
  debit integer NOT NULL,
  previous_seal text NOT NULL,
  seal text NOT NULL,
  PRIMARY KEY(organisation, place),
  FOREIGN KEY (organisation) REFERENCES organisation(id),
  FOREIGN KEY (posted_by) REFERENCES person(id),
  FOREIGN KEY (organisation,reverses) REFERENCES entry(organisation,place),
  CONSTRAINT "entry_place" CHECK("entry"."place" > 0),
  CONSTRAINT "entry_number_counts" CHECK("entry"."number" > 0),
  CONSTRAINT "entry_seals" CHECK(length("entry"."previous_seal") = 64 AND length("entry"."seal") = 64)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE UNIQUE INDEX entry_number ON entry (organisation,year,number);
--> statement-breakpoint
CREATE INDEX entry_date ON entry (organisation,date,place);
--> statement-breakpoint
CREATE UNIQUE INDEX entry_reverses ON entry (organisation,reverses) WHERE reverses IS NOT NULL;
--> statement-breakpoint
CREATE INDEX entry_closing ON entry (organisation,date) WHERE kind = 'closing';
--> statement-breakpoint
CREATE TABLE line (
  organisation integer NOT NULL,
  entry integer NOT NULL,
  place integer NOT NULL,
  account integer NOT NULL,
  date text NOT NULL,
  period integer NOT NULL,
  stage text NOT NULL,
  movement text NOT NULL,
  combination integer NOT NULL,
  amount integer NOT NULL,
  contact integer,
  note text,
  currency text,
  foreign_amount integer,
  rate text,
  rate_per_base text,
  due_date text,
  document text,
  document_date text,
  own_number text,
  cash_basis integer,
  tax_code integer,
  tax_base integer,
  PRIMARY KEY(organisation, entry, place),
  FOREIGN KEY (organisation,entry) REFERENCES entry(organisation,place),
  FOREIGN KEY (organisation,account) REFERENCES account(organisation,id),
  FOREIGN KEY (organisation,contact) REFERENCES contact(organisation,id),
  CONSTRAINT "line_cash_basis" CHECK("line"."cash_basis" IN (0, 1)),
  CONSTRAINT "line_place" CHECK("line"."place" > 0)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE INDEX line_account ON line (organisation,account,date,entry,place,amount);
--> statement-breakpoint
CREATE INDEX line_part ON line (organisation,period,account,stage,movement,date,amount);
--> statement-breakpoint
CREATE INDEX line_contact ON line (organisation,contact,account,date) WHERE contact IS NOT NULL;
--> statement-breakpoint
CREATE TABLE occurrence (
  organisation integer NOT NULL,
  journal integer NOT NULL,
  date text NOT NULL,
  state text NOT NULL,
  entry integer,
  reason text,
  settled_at text NOT NULL,
  settled_by integer NOT NULL,
  PRIMARY KEY(organisation, journal, date),
  FOREIGN KEY (settled_by) REFERENCES person(id),
  FOREIGN KEY (organisation,journal) REFERENCES recurring_journal(organisation,id),
  FOREIGN KEY (organisation,entry) REFERENCES entry(organisation,place),
  CONSTRAINT "occurrence_state" CHECK("occurrence"."state" IN ('posted', 'skipped')),
  CONSTRAINT "occurrence_posted" CHECK(("occurrence"."state" = 'posted') = ("occurrence"."entry" IS NOT NULL))
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE TABLE posting (
  organisation integer PRIMARY KEY NOT NULL,
  first integer NOT NULL,
  last integer NOT NULL
) STRICT;
--> statement-breakpoint
CREATE TABLE recurring_journal (
  organisation integer NOT NULL,
  id integer NOT NULL,
  name text NOT NULL,
  schedule text NOT NULL,
  entry text NOT NULL,
  ended_on text,
  version integer DEFAULT 1 NOT NULL,
  PRIMARY KEY(organisation, id),
  FOREIGN KEY (organisation) REFERENCES organisation(id),
  CONSTRAINT "recurring_journal_schedule" CHECK(json_valid("recurring_journal"."schedule")),
  CONSTRAINT "recurring_journal_entry" CHECK(json_valid("recurring_journal"."entry"))
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE TABLE staged_entry (
  place integer PRIMARY KEY NOT NULL,
  year text NOT NULL,
  number integer NOT NULL,
  date text NOT NULL,
  kind text NOT NULL,
  stage text NOT NULL,
  source text NOT NULL,
  explanation text NOT NULL,
  reference text,
  reverses integer,
  posted_at text NOT NULL,
  posted_by integer NOT NULL,
  previous_seal text NOT NULL,
  seal text NOT NULL
) STRICT;
--> statement-breakpoint
CREATE TABLE staged_line (
  entry integer NOT NULL,
  place integer NOT NULL,
  account integer NOT NULL,
  movement text DEFAULT '' NOT NULL,
  combination integer DEFAULT 0 NOT NULL,
  amount integer NOT NULL,
  contact integer,
  note text,
  currency text,
  foreign_amount integer,
  rate text,
  rate_per_base text,
  due_date text,
  document text,
  document_date text,
  own_number text,
  cash_basis integer,
  tax_code integer,
  tax_base integer,
  PRIMARY KEY(entry, place)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE TABLE total (
  organisation integer NOT NULL,
  account integer NOT NULL,
  period integer NOT NULL,
  stage text NOT NULL,
  movement text NOT NULL,
  combination integer NOT NULL,
  amount integer NOT NULL,
  lines integer NOT NULL,
  PRIMARY KEY(organisation, account, stage, movement, combination, period),
  CONSTRAINT "total_amount" CHECK("total"."amount" BETWEEN -9007199254740991 AND 9007199254740991)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE TABLE volume (
  organisation integer PRIMARY KEY NOT NULL,
  debit integer NOT NULL,
  foreign_amount integer NOT NULL,
  FOREIGN KEY (organisation) REFERENCES organisation(id),
  CONSTRAINT "volume_debit" CHECK("volume"."debit" >= 0 AND "volume"."debit" BETWEEN -9007199254740991 AND 9007199254740991),
  CONSTRAINT "volume_foreign_amount" CHECK("volume"."foreign_amount" >= 0 AND "volume"."foreign_amount" BETWEEN -9007199254740991 AND 9007199254740991)
) STRICT;
--> statement-breakpoint
CREATE TABLE idempotent_response (
  organisation integer NOT NULL,
  person integer NOT NULL,
  key text NOT NULL,
  request_hash text NOT NULL,
  response text NOT NULL,
  at text NOT NULL,
  PRIMARY KEY(organisation, person, key),
  FOREIGN KEY (organisation) REFERENCES organisation(id),
  FOREIGN KEY (person) REFERENCES person(id),
  CONSTRAINT "idempotent_response_response" CHECK(json_valid("idempotent_response"."response"))
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE TABLE import_matching (
  organisation integer NOT NULL,
  subject text NOT NULL,
  heading text NOT NULL,
  column_key text NOT NULL,
  PRIMARY KEY(organisation, subject, heading),
  FOREIGN KEY (organisation) REFERENCES organisation(id)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE TABLE invitation (
  id integer PRIMARY KEY NOT NULL,
  organisation integer NOT NULL,
  email text COLLATE NOCASE NOT NULL,
  role text NOT NULL,
  token_hash text NOT NULL,
  invited_by integer NOT NULL,
  created_at text NOT NULL,
  expires_at text NOT NULL,
  ended_at text,
  FOREIGN KEY (organisation) REFERENCES organisation(id),
  FOREIGN KEY (invited_by) REFERENCES person(id),
  CONSTRAINT "invitation_role" CHECK("invitation"."role" IN ('reader', 'preparer', 'approver', 'owner'))
) STRICT;
--> statement-breakpoint
CREATE UNIQUE INDEX invitation_token_hash_unique ON invitation (token_hash);
--> statement-breakpoint
CREATE UNIQUE INDEX invitation_open ON invitation (organisation,email) WHERE ended_at IS NULL;
--> statement-breakpoint
CREATE TABLE membership (
  organisation integer NOT NULL,
  person integer NOT NULL,
  role text NOT NULL,
  since text,
  PRIMARY KEY(organisation, person),
  FOREIGN KEY (organisation) REFERENCES organisation(id),
  FOREIGN KEY (person) REFERENCES person(id),
  CONSTRAINT "membership_role" CHECK("membership"."role" IN ('reader', 'preparer', 'approver', 'owner'))
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE TABLE organisation (
  id integer PRIMARY KEY NOT NULL,
  name text NOT NULL,
  kind text NOT NULL,
  base_currency text NOT NULL,
  fiscal_year_start_month integer NOT NULL,
  first_day text NOT NULL,
  changeover_date text,
  created_at text NOT NULL,
  version integer DEFAULT 1 NOT NULL,
  archived_at text,
  CONSTRAINT "organisation_kind" CHECK("organisation"."kind" IN ('sole-trader', 'partnership', 'company', 'non-profit', 'co-operative')),
  CONSTRAINT "organisation_currency" CHECK(length("organisation"."base_currency") = 3),
  CONSTRAINT "organisation_start_month" CHECK("organisation"."fiscal_year_start_month" BETWEEN 1 AND 12),
  CONSTRAINT "organisation_first_day" CHECK(date("organisation"."first_day", '+0 days') IS "organisation"."first_day"),
  CONSTRAINT "organisation_changeover_date" CHECK("organisation"."changeover_date" IS NULL OR date("organisation"."changeover_date", '+0 days') IS "organisation"."changeover_date")
) STRICT;
--> statement-breakpoint
CREATE TABLE outbox_message (
  id integer PRIMARY KEY NOT NULL,
  written_at text NOT NULL,
  recipient text NOT NULL,
  organisation integer,
  person integer,
  subject text NOT NULL,
  body text NOT NULL,
  FOREIGN KEY (organisation) REFERENCES organisation(id),
  FOREIGN KEY (person) REFERENCES person(id),
  CONSTRAINT "outbox_message_about" CHECK(("outbox_message"."organisation" IS NULL) <> ("outbox_message"."person" IS NULL))
) STRICT;
--> statement-breakpoint
CREATE TABLE paper_to_gather (
  organisation integer NOT NULL,
  paper text NOT NULL,
  state text NOT NULL,
  note text NOT NULL,
  PRIMARY KEY(organisation, paper),
  FOREIGN KEY (organisation) REFERENCES organisation(id),
  CONSTRAINT "paper_to_gather_state" CHECK("paper_to_gather"."state" IN ('wanted', 'at-hand', 'not-needed'))
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE TABLE set_up_change (
  id integer PRIMARY KEY NOT NULL,
  organisation integer NOT NULL,
  at text NOT NULL,
  by integer NOT NULL,
  subject text NOT NULL,
  object integer NOT NULL,
  title text NOT NULL,
  action text NOT NULL,
  fields text NOT NULL,
  FOREIGN KEY (organisation) REFERENCES organisation(id),
  FOREIGN KEY (by) REFERENCES person(id),
  CONSTRAINT "set_up_change_action" CHECK("set_up_change"."action" IN ('added', 'changed', 'removed')),
  CONSTRAINT "set_up_change_fields" CHECK(json_valid("set_up_change"."fields"))
) STRICT;
--> statement-breakpoint
CREATE INDEX set_up_change_object ON set_up_change (organisation,subject,object,id);
--> statement-breakpoint
CREATE TABLE unfinished_start (
  person integer PRIMARY KEY NOT NULL,
  answers text NOT NULL,
  updated_at text NOT NULL,
  FOREIGN KEY (person) REFERENCES person(id),
  CONSTRAINT "unfinished_start_answers" CHECK(json_valid("unfinished_start"."answers"))
) STRICT;
--> statement-breakpoint
CREATE TABLE password_reset (
  token_hash text PRIMARY KEY NOT NULL,
  person integer NOT NULL,
  created_at text NOT NULL,
  expires_at text NOT NULL,
  FOREIGN KEY (person) REFERENCES person(id)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE TABLE person (
  id integer PRIMARY KEY NOT NULL,
  email text COLLATE NOCASE,
  name text NOT NULL,
  password_hash text,
  preferences text,
  created_at text NOT NULL,
  CONSTRAINT "person_preferences" CHECK(json_valid("person"."preferences")),
  CONSTRAINT "person_signs_in" CHECK(("person"."email" IS NULL) = ("person"."password_hash" IS NULL))
) STRICT;
--> statement-breakpoint
CREATE UNIQUE INDEX person_email_unique ON person (email);
--> statement-breakpoint
CREATE TABLE session (
  token_hash text PRIMARY KEY NOT NULL,
  person integer NOT NULL,
  created_at text NOT NULL,
  expires_at text NOT NULL,
  FOREIGN KEY (person) REFERENCES person(id)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE TABLE period_event (
  id integer PRIMARY KEY NOT NULL,
  organisation integer NOT NULL,
  period text NOT NULL,
  event text NOT NULL,
  at text NOT NULL,
  by integer NOT NULL,
  reason text,
  entries integer NOT NULL,
  seal text NOT NULL,
  FOREIGN KEY (organisation) REFERENCES organisation(id),
  FOREIGN KEY (by) REFERENCES person(id),
  CONSTRAINT "period_event_event" CHECK("period_event"."event" IN ('locked', 'unlocked', 'closed', 'reopened'))
) STRICT;
--> statement-breakpoint
CREATE TABLE period_lock (
  organisation integer NOT NULL,
  period text NOT NULL,
  locked_at text NOT NULL,
  locked_by integer NOT NULL,
  closing text,
  entries integer NOT NULL,
  seal text NOT NULL,
  PRIMARY KEY(organisation, period),
  FOREIGN KEY (organisation) REFERENCES organisation(id),
  FOREIGN KEY (locked_by) REFERENCES person(id)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE TABLE year_closing (
  organisation integer NOT NULL,
  year text NOT NULL,
  closed_at text NOT NULL,
  closed_by integer NOT NULL,
  rules text,
  PRIMARY KEY(organisation, year),
  FOREIGN KEY (organisation) REFERENCES organisation(id),
  FOREIGN KEY (closed_by) REFERENCES person(id),
  CONSTRAINT "year_closing_rules" CHECK(json_valid("year_closing"."rules"))
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE TABLE take_on (
  organisation integer PRIMARY KEY NOT NULL,
  closes_into integer,
  closes_by_rule integer,
  signed_off_at text,
  signed_off_by integer,
  FOREIGN KEY (organisation) REFERENCES organisation(id),
  FOREIGN KEY (signed_off_by) REFERENCES person(id),
  FOREIGN KEY (organisation,closes_into) REFERENCES account(organisation,id),
  CONSTRAINT "take_on_closes_by_rule" CHECK("take_on"."closes_by_rule" IN (0, 1)),
  CONSTRAINT "take_on_by_rule" CHECK("take_on"."closes_by_rule" = 1),
  CONSTRAINT "take_on_signed_off" CHECK(("take_on"."signed_off_at" IS NULL) = ("take_on"."signed_off_by" IS NULL))
) STRICT;
--> statement-breakpoint
CREATE TABLE take_on_entry (
  organisation integer NOT NULL,
  entry integer NOT NULL,
  part text NOT NULL,
  PRIMARY KEY(organisation, entry),
  FOREIGN KEY (organisation,entry) REFERENCES entry(organisation,place)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE TABLE take_on_event (
  id integer PRIMARY KEY NOT NULL,
  organisation integer NOT NULL,
  event text NOT NULL,
  at text NOT NULL,
  by integer NOT NULL,
  reason text,
  entries integer NOT NULL,
  seal text NOT NULL,
  FOREIGN KEY (organisation) REFERENCES organisation(id),
  FOREIGN KEY (by) REFERENCES person(id),
  CONSTRAINT "take_on_event_event" CHECK("take_on_event"."event" IN ('signed-off', 'reopened'))
) STRICT;
--> statement-breakpoint
CREATE INDEX take_on_event_organisation ON take_on_event (organisation,id);
--> statement-breakpoint
CREATE TABLE take_on_row (
  organisation integer NOT NULL,
  id integer NOT NULL,
  tray text NOT NULL,
  place integer NOT NULL,
  cells text NOT NULL,
  PRIMARY KEY(organisation, id),
  FOREIGN KEY (organisation) REFERENCES organisation(id),
  CONSTRAINT "take_on_row_cells" CHECK(json_valid("take_on_row"."cells")),
  CONSTRAINT "take_on_row_id" CHECK("take_on_row"."id" > 0)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE INDEX take_on_row_tray ON take_on_row (organisation,tray,place,id);
--> statement-breakpoint
CREATE TABLE take_on_version (
  organisation integer PRIMARY KEY NOT NULL,
  version integer NOT NULL,
  FOREIGN KEY (organisation) REFERENCES organisation(id)
) STRICT;
