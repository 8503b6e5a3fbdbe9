PRAGMA foreign_keys=OFF;
--> statement-breakpoint
CREATE TABLE __new_occurrence (
  organisation integer NOT NULL,
  journal integer NOT NULL,
  date text NOT NULL,
  state text NOT NULL,
  entry integer,
  draft integer,
  reason text,
  settled_at text NOT NULL,
  settled_by integer NOT NULL,
  is_by_itself integer DEFAULT false NOT NULL,
  told_at text,
  reckoning text,
  PRIMARY KEY(organisation, journal, date),
  FOREIGN KEY (settled_by) REFERENCES person(id),
  FOREIGN KEY (organisation,journal) REFERENCES recurring_journal(organisation,id),
  FOREIGN KEY (organisation,entry) REFERENCES entry(organisation,place),
  CONSTRAINT "occurrence_state" CHECK("__new_occurrence"."state" IN ('posted', 'skipped', 'drafted')),
  CONSTRAINT "occurrence_is_by_itself" CHECK("__new_occurrence"."is_by_itself" IN (0, 1)),
  CONSTRAINT "occurrence_reckoning" CHECK(json_valid("__new_occurrence"."reckoning")),
  CONSTRAINT "occurrence_posted" CHECK(("__new_occurrence"."state" = 'posted') = ("__new_occurrence"."entry" IS NOT NULL)),
  CONSTRAINT "occurrence_drafted" CHECK("__new_occurrence"."state" <> 'drafted' OR "__new_occurrence"."draft" IS NOT NULL)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
INSERT INTO __new_occurrence("organisation", "journal", "date", "state", "entry", "draft", "reason", "settled_at", "settled_by", "is_by_itself", "told_at", "reckoning") SELECT "organisation", "journal", "date", "state", "entry", "draft", "reason", "settled_at", "settled_by", "is_by_itself", "told_at", NULL FROM occurrence;
--> statement-breakpoint
DROP TABLE occurrence;
--> statement-breakpoint
ALTER TABLE __new_occurrence RENAME TO occurrence;
--> statement-breakpoint
PRAGMA foreign_keys=ON;
--> statement-breakpoint
CREATE UNIQUE INDEX occurrence_entry ON occurrence (organisation,entry);
--> statement-breakpoint
CREATE UNIQUE INDEX occurrence_draft ON occurrence (organisation,draft);