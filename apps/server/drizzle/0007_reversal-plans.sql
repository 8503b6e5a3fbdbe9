CREATE TABLE entry_correction (
  organisation integer NOT NULL,
  place integer NOT NULL,
  corrects integer NOT NULL,
  PRIMARY KEY(organisation, place),
  FOREIGN KEY (organisation) REFERENCES organisation(id),
  CONSTRAINT "entry_correction_place" CHECK("entry_correction"."corrects" > 0 AND "entry_correction"."place" > "entry_correction"."corrects")
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE INDEX entry_correction_corrects ON entry_correction (organisation,corrects);
--> statement-breakpoint
CREATE TABLE reversal_plan (
  organisation integer NOT NULL,
  entry integer NOT NULL,
  place integer NOT NULL,
  date text,
  reason text,
  at text NOT NULL,
  by integer NOT NULL,
  PRIMARY KEY(organisation, entry, place),
  FOREIGN KEY (organisation) REFERENCES organisation(id),
  FOREIGN KEY (by) REFERENCES person(id),
  FOREIGN KEY (organisation,entry) REFERENCES entry(organisation,place),
  CONSTRAINT "reversal_plan_place" CHECK("reversal_plan"."place" > 0),
  CONSTRAINT "reversal_plan_given_up" CHECK(("reversal_plan"."date" IS NULL) = ("reversal_plan"."reason" IS NOT NULL))
) STRICT, WITHOUT ROWID;
