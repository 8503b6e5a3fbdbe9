CREATE TABLE locked_proof (
  organisation integer NOT NULL,
  period text NOT NULL,
  entries integer NOT NULL,
  key text NOT NULL,
  left_figure integer NOT NULL,
  right_figure integer NOT NULL,
  at text NOT NULL,
  PRIMARY KEY(organisation, period, entries, key),
  FOREIGN KEY (organisation) REFERENCES organisation(id)
) STRICT, WITHOUT ROWID;
