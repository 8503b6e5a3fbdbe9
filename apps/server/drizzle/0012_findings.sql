CREATE TABLE finding_event (
  organisation integer NOT NULL,
  place integer NOT NULL,
  finding text NOT NULL,
  state text NOT NULL,
  reason text,
  evidence text,
  at text NOT NULL,
  by integer NOT NULL,
  PRIMARY KEY(organisation, place),
  FOREIGN KEY (organisation) REFERENCES organisation(id),
  FOREIGN KEY (by) REFERENCES person(id),
  CONSTRAINT "finding_event_state" CHECK("finding_event"."state" IN ('open', 'looked-at')),
  CONSTRAINT "finding_event_place" CHECK("finding_event"."place" > 0),
  CONSTRAINT "finding_event_reason" CHECK("finding_event"."state" = 'open' OR "finding_event"."reason" IS NOT NULL)
) STRICT, WITHOUT ROWID;
