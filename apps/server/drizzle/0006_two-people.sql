CREATE TABLE entry_preparer (
  organisation integer NOT NULL,
  place integer NOT NULL,
  by integer NOT NULL,
  PRIMARY KEY(organisation, place),
  FOREIGN KEY (organisation) REFERENCES organisation(id),
  FOREIGN KEY (by) REFERENCES person(id),
  CONSTRAINT "entry_preparer_place" CHECK("entry_preparer"."place" > 0)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
ALTER TABLE organisation ADD two_people_from integer;