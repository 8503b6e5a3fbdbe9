CREATE TABLE tax_settlement (
  organisation integer NOT NULL,
  entry integer NOT NULL,
  first_day text NOT NULL,
  last_day text NOT NULL,
  account integer NOT NULL,
  PRIMARY KEY(organisation, entry),
  FOREIGN KEY (organisation) REFERENCES organisation(id),
  FOREIGN KEY (organisation,entry) REFERENCES entry(organisation,place),
  FOREIGN KEY (organisation,account) REFERENCES account(organisation,id),
  CONSTRAINT "tax_settlement_days" CHECK("tax_settlement"."first_day" <= "tax_settlement"."last_day")
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
ALTER TABLE entry ADD supply_date text;
--> statement-breakpoint
ALTER TABLE line ADD tax_rate text;
--> statement-breakpoint
ALTER TABLE line ADD tax_side text CONSTRAINT "line_tax_side" CHECK(tax_side IN ('debit', 'credit'));
--> statement-breakpoint
ALTER TABLE line ADD tax_adjustment integer;
--> statement-breakpoint
CREATE INDEX line_tax ON line (organisation,tax_code,date,entry) WHERE tax_code IS NOT NULL;
--> statement-breakpoint
CREATE INDEX line_tax_account ON line (organisation,account) WHERE tax_side IS NOT NULL;
--> statement-breakpoint
ALTER TABLE staged_entry ADD supply_date text;
--> statement-breakpoint
ALTER TABLE staged_line ADD tax_rate text;
--> statement-breakpoint
ALTER TABLE staged_line ADD tax_side text;
--> statement-breakpoint
ALTER TABLE staged_line ADD tax_adjustment integer;