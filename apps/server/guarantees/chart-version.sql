-- What reports read of the chart is kept until its version differs: whatever comes, changes or goes is counted.

-- An account comes.
CREATE TRIGGER account_insert_version AFTER INSERT ON account BEGIN
  INSERT INTO chart_version (organisation, version) VALUES (NEW.organisation, 1)
    ON CONFLICT (organisation) DO UPDATE SET version = version + 1;
END;

-- An account changes.
CREATE TRIGGER account_update_version AFTER UPDATE ON account BEGIN
  INSERT INTO chart_version (organisation, version) VALUES (NEW.organisation, 1)
    ON CONFLICT (organisation) DO UPDATE SET version = version + 1;
END;

-- An account goes.
CREATE TRIGGER account_delete_version AFTER DELETE ON account BEGIN
  INSERT INTO chart_version (organisation, version) VALUES (OLD.organisation, 1)
    ON CONFLICT (organisation) DO UPDATE SET version = version + 1;
END;

-- A breakdown that an account needs comes.
CREATE TRIGGER account_breakdown_insert_version AFTER INSERT ON account_breakdown BEGIN
  INSERT INTO chart_version (organisation, version) VALUES (NEW.organisation, 1)
    ON CONFLICT (organisation) DO UPDATE SET version = version + 1;
END;

-- A breakdown that an account needs changes.
CREATE TRIGGER account_breakdown_update_version AFTER UPDATE ON account_breakdown BEGIN
  INSERT INTO chart_version (organisation, version) VALUES (NEW.organisation, 1)
    ON CONFLICT (organisation) DO UPDATE SET version = version + 1;
END;

-- A breakdown that an account needs goes.
CREATE TRIGGER account_breakdown_delete_version AFTER DELETE ON account_breakdown BEGIN
  INSERT INTO chart_version (organisation, version) VALUES (OLD.organisation, 1)
    ON CONFLICT (organisation) DO UPDATE SET version = version + 1;
END;

-- A breakdown comes.
CREATE TRIGGER breakdown_insert_version AFTER INSERT ON breakdown BEGIN
  INSERT INTO chart_version (organisation, version) VALUES (NEW.organisation, 1)
    ON CONFLICT (organisation) DO UPDATE SET version = version + 1;
END;

-- A breakdown changes.
CREATE TRIGGER breakdown_update_version AFTER UPDATE ON breakdown BEGIN
  INSERT INTO chart_version (organisation, version) VALUES (NEW.organisation, 1)
    ON CONFLICT (organisation) DO UPDATE SET version = version + 1;
END;

-- A breakdown goes.
CREATE TRIGGER breakdown_delete_version AFTER DELETE ON breakdown BEGIN
  INSERT INTO chart_version (organisation, version) VALUES (OLD.organisation, 1)
    ON CONFLICT (organisation) DO UPDATE SET version = version + 1;
END;

-- A value of a breakdown comes.
CREATE TRIGGER breakdown_value_insert_version AFTER INSERT ON breakdown_value BEGIN
  INSERT INTO chart_version (organisation, version) VALUES (NEW.organisation, 1)
    ON CONFLICT (organisation) DO UPDATE SET version = version + 1;
END;

-- A value of a breakdown changes.
CREATE TRIGGER breakdown_value_update_version AFTER UPDATE ON breakdown_value BEGIN
  INSERT INTO chart_version (organisation, version) VALUES (NEW.organisation, 1)
    ON CONFLICT (organisation) DO UPDATE SET version = version + 1;
END;

-- A value of a breakdown goes.
CREATE TRIGGER breakdown_value_delete_version AFTER DELETE ON breakdown_value BEGIN
  INSERT INTO chart_version (organisation, version) VALUES (OLD.organisation, 1)
    ON CONFLICT (organisation) DO UPDATE SET version = version + 1;
END;

-- An arrangement comes.
CREATE TRIGGER arrangement_insert_version AFTER INSERT ON arrangement BEGIN
  INSERT INTO chart_version (organisation, version) VALUES (NEW.organisation, 1)
    ON CONFLICT (organisation) DO UPDATE SET version = version + 1;
END;

-- An arrangement changes.
CREATE TRIGGER arrangement_update_version AFTER UPDATE ON arrangement BEGIN
  INSERT INTO chart_version (organisation, version) VALUES (NEW.organisation, 1)
    ON CONFLICT (organisation) DO UPDATE SET version = version + 1;
END;

-- An arrangement goes.
CREATE TRIGGER arrangement_delete_version AFTER DELETE ON arrangement BEGIN
  INSERT INTO chart_version (organisation, version) VALUES (OLD.organisation, 1)
    ON CONFLICT (organisation) DO UPDATE SET version = version + 1;
END;

-- The closing of a year comes.
CREATE TRIGGER year_closing_insert_version AFTER INSERT ON year_closing BEGIN
  INSERT INTO chart_version (organisation, version) VALUES (NEW.organisation, 1)
    ON CONFLICT (organisation) DO UPDATE SET version = version + 1;
END;

-- The closing of a year changes.
CREATE TRIGGER year_closing_update_version AFTER UPDATE ON year_closing BEGIN
  INSERT INTO chart_version (organisation, version) VALUES (NEW.organisation, 1)
    ON CONFLICT (organisation) DO UPDATE SET version = version + 1;
END;

-- The closing of a year goes.
CREATE TRIGGER year_closing_delete_version AFTER DELETE ON year_closing BEGIN
  INSERT INTO chart_version (organisation, version) VALUES (OLD.organisation, 1)
    ON CONFLICT (organisation) DO UPDATE SET version = version + 1;
END;
