CREATE TABLE draft_event (
  organisation integer NOT NULL,
  draft integer NOT NULL,
  place integer NOT NULL,
  what text NOT NULL,
  text text,
  at text NOT NULL,
  by integer NOT NULL,
  PRIMARY KEY(organisation, draft, place),
  FOREIGN KEY (organisation) REFERENCES organisation(id),
  FOREIGN KEY (by) REFERENCES person(id),
  CONSTRAINT "draft_event_what" CHECK("draft_event"."what" IN ('prepared', 'changed', 'handed-in', 'sent-back', 'noted', 'discarded', 'brought-back', 'posted')),
  CONSTRAINT "draft_event_place" CHECK("draft_event"."draft" > 0 AND "draft_event"."place" > 0)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
PRAGMA foreign_keys=OFF;
--> statement-breakpoint
CREATE TABLE __new_draft (
  organisation integer NOT NULL,
  id integer NOT NULL,
  content text NOT NULL,
  state text NOT NULL,
  created_by integer NOT NULL,
  changed_by integer NOT NULL,
  updated_at text NOT NULL,
  version integer DEFAULT 1 NOT NULL,
  PRIMARY KEY(organisation, id),
  FOREIGN KEY (organisation) REFERENCES organisation(id),
  FOREIGN KEY (created_by) REFERENCES person(id),
  FOREIGN KEY (changed_by) REFERENCES person(id),
  CONSTRAINT "draft_content" CHECK(json_valid("__new_draft"."content")),
  CONSTRAINT "draft_state" CHECK("__new_draft"."state" IN ('draft', 'for-review', 'sent-back', 'discarded'))
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
INSERT INTO __new_draft (organisation, id, content, state, created_by, changed_by, updated_at, version)
  SELECT organisation, id, content, iif(for_review, 'for-review', 'draft'), created_by, created_by, updated_at, version FROM draft;
--> statement-breakpoint
INSERT INTO draft_event (organisation, draft, place, what, at, by)
  SELECT organisation, id, 1, 'prepared', updated_at, created_by FROM draft
  UNION ALL SELECT organisation, id, 2, 'handed-in', updated_at, created_by FROM draft WHERE for_review;
--> statement-breakpoint
INSERT INTO draft_event (organisation, draft, place, what, text, at, by)
  SELECT organisation, id, 1, iif(entry IS NULL, 'discarded', 'posted'), entry, at, by FROM draft_end;
--> statement-breakpoint
DROP TABLE draft;
--> statement-breakpoint
ALTER TABLE __new_draft RENAME TO draft;
--> statement-breakpoint
PRAGMA foreign_keys=ON;