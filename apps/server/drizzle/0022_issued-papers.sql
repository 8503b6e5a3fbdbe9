CREATE TABLE issued_papers (
  organisation integer NOT NULL,
  place integer NOT NULL,
  name text NOT NULL,
  attachment integer NOT NULL,
  entries integer NOT NULL,
  seal text NOT NULL,
  issued_at text NOT NULL,
  issued_by integer NOT NULL,
  PRIMARY KEY(organisation, place),
  FOREIGN KEY (organisation) REFERENCES organisation(id),
  FOREIGN KEY (issued_by) REFERENCES person(id),
  FOREIGN KEY (organisation,attachment) REFERENCES attachment(organisation,id)
) STRICT, WITHOUT ROWID;
