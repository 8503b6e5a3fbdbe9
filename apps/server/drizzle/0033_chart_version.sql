CREATE TABLE chart_version (
  organisation integer PRIMARY KEY NOT NULL,
  version integer NOT NULL,
  FOREIGN KEY (organisation) REFERENCES organisation(id)
) STRICT;
