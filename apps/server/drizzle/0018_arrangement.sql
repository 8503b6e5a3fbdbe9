CREATE TABLE arrangement (
  organisation integer PRIMARY KEY NOT NULL,
  part_order text NOT NULL,
  parts text NOT NULL,
  words text NOT NULL,
  changed_by integer NOT NULL,
  updated_at text NOT NULL,
  version integer DEFAULT 1 NOT NULL,
  FOREIGN KEY (organisation) REFERENCES organisation(id),
  FOREIGN KEY (changed_by) REFERENCES person(id),
  CONSTRAINT "arrangement_part_order" CHECK(json_valid("arrangement"."part_order")),
  CONSTRAINT "arrangement_parts" CHECK(json_valid("arrangement"."parts")),
  CONSTRAINT "arrangement_words" CHECK(json_valid("arrangement"."words"))
) STRICT;
