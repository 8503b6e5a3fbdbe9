-- Counts the changes of what is typed for a take-on, so that what was read of it is read anew only then.
CREATE TABLE take_on_version (
  organisation INTEGER PRIMARY KEY REFERENCES organisation (id),
  version INTEGER NOT NULL
) STRICT;
--> statement-breakpoint
CREATE TRIGGER take_on_row_insert_version AFTER INSERT ON take_on_row BEGIN
  INSERT INTO take_on_version (organisation, version) VALUES (NEW.organisation, 1)
    ON CONFLICT (organisation) DO UPDATE SET version = version + 1;
END;
--> statement-breakpoint
CREATE TRIGGER take_on_row_update_version AFTER UPDATE ON take_on_row BEGIN
  INSERT INTO take_on_version (organisation, version) VALUES (NEW.organisation, 1)
    ON CONFLICT (organisation) DO UPDATE SET version = version + 1;
END;
--> statement-breakpoint
CREATE TRIGGER take_on_row_delete_version AFTER DELETE ON take_on_row BEGIN
  INSERT INTO take_on_version (organisation, version) VALUES (OLD.organisation, 1)
    ON CONFLICT (organisation) DO UPDATE SET version = version + 1;
END;
