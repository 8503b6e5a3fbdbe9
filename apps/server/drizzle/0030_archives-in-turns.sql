CREATE TABLE arrival (
  organisation integer PRIMARY KEY NOT NULL,
  owner integer NOT NULL,
  archive text NOT NULL,
  people text NOT NULL,
  file text NOT NULL,
  records integer DEFAULT 0 NOT NULL,
  begun_at text NOT NULL,
  FOREIGN KEY (organisation) REFERENCES organisation(id),
  FOREIGN KEY (owner) REFERENCES person(id),
  CONSTRAINT "arrival_people" CHECK(json_valid("arrival"."people"))
) STRICT;
