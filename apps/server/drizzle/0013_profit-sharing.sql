CREATE TABLE profit_sharing (
  organisation integer NOT NULL,
  from_day text NOT NULL,
  interest text NOT NULL,
  partners text NOT NULL,
  at text NOT NULL,
  by integer NOT NULL,
  PRIMARY KEY(organisation, from_day),
  FOREIGN KEY (organisation) REFERENCES organisation(id),
  FOREIGN KEY (by) REFERENCES person(id),
  CONSTRAINT "profit_sharing_partners" CHECK(json_valid("profit_sharing"."partners"))
) STRICT, WITHOUT ROWID;
