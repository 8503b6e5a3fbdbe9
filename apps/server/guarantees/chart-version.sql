-- What reports read of the chart is kept until its version differs: whatever comes, changes or goes is counted.

CREATE TRIGGER account_insert_version AFTER INSERT ON account BEGIN
  INSERT INTO chart_version (organisation, version) VALUES (NEW.organisation, 1)
    ON CONFLICT (organisation) DO UPDATE SET version = version + 1;
END;

CREATE TRIGGER account_update_version AFTER UPDATE ON account BEGIN
  INSERT INTO chart_version (organisation, version) VALUES (NEW.organisation, 1)
    ON CONFLICT (organisation) DO UPDATE SET version = version + 1;
END;

CREATE TRIGGER account_delete_version AFTER DELETE ON account BEGIN
  INSERT INTO chart_version (organisation, version) VALUES (OLD.organisation, 1)
    ON CONFLICT (organisation) DO UPDATE SET version = version + 1;
END;

CREATE TRIGGER account_breakdown_insert_version AFTER INSERT ON account_breakdown BEGIN
  INSERT INTO chart_version (organisation, version) VALUES (NEW.organisation, 1)
    ON CONFLICT (organisation) DO UPDATE SET version = version + 1;
END;

CREATE TRIGGER account_breakdown_update_version AFTER UPDATE ON account_breakdown BEGIN
  INSERT INTO chart_version (organisation, version) VALUES (NEW.organisation, 1)
    ON CONFLICT (organisation) DO UPDATE SET version = version + 1;
END;

CREATE TRIGGER account_breakdown_delete_version AFTER DELETE ON account_breakdown BEGIN
  INSERT INTO chart_version (organisation, version) VALUES (OLD.organisation, 1)
    ON CONFLICT (organisation) DO UPDATE SET version = version + 1;
END;

CREATE TRIGGER breakdown_insert_version AFTER INSERT ON breakdown BEGIN
  INSERT INTO chart_version (organisation, version) VALUES (NEW.organisation, 1)
    ON CONFLICT (organisation) DO UPDATE SET version = version + 1;
END;

CREATE TRIGGER breakdown_update_version AFTER UPDATE ON breakdown BEGIN
  INSERT INTO chart_version (organisation, version) VALUES (NEW.organisation, 1)
    ON CONFLICT (organisation) DO UPDATE SET version = version + 1;
END;

CREATE TRIGGER breakdown_delete_version AFTER DELETE ON breakdown BEGIN
  INSERT INTO chart_version (organisation, version) VALUES (OLD.organisation, 1)
    ON CONFLICT (organisation) DO UPDATE SET version = version + 1;
END;

CREATE TRIGGER breakdown_value_insert_version AFTER INSERT ON breakdown_value BEGIN
  INSERT INTO chart_version (organisation, version) VALUES (NEW.organisation, 1)
    ON CONFLICT (organisation) DO UPDATE SET version = version + 1;
END;

CREATE TRIGGER breakdown_value_update_version AFTER UPDATE ON breakdown_value BEGIN
  INSERT INTO chart_version (organisation, version) VALUES (NEW.organisation, 1)
    ON CONFLICT (organisation) DO UPDATE SET version = version + 1;
END;

CREATE TRIGGER breakdown_value_delete_version AFTER DELETE ON breakdown_value BEGIN
  INSERT INTO chart_version (organisation, version) VALUES (OLD.organisation, 1)
    ON CONFLICT (organisation) DO UPDATE SET version = version + 1;
END;

CREATE TRIGGER arrangement_insert_version AFTER INSERT ON arrangement BEGIN
  INSERT INTO chart_version (organisation, version) VALUES (NEW.organisation, 1)
    ON CONFLICT (organisation) DO UPDATE SET version = version + 1;
END;

CREATE TRIGGER arrangement_update_version AFTER UPDATE ON arrangement BEGIN
  INSERT INTO chart_version (organisation, version) VALUES (NEW.organisation, 1)
    ON CONFLICT (organisation) DO UPDATE SET version = version + 1;
END;

CREATE TRIGGER arrangement_delete_version AFTER DELETE ON arrangement BEGIN
  INSERT INTO chart_version (organisation, version) VALUES (OLD.organisation, 1)
    ON CONFLICT (organisation) DO UPDATE SET version = version + 1;
END;

CREATE TRIGGER year_closing_insert_version AFTER INSERT ON year_closing BEGIN
  INSERT INTO chart_version (organisation, version) VALUES (NEW.organisation, 1)
    ON CONFLICT (organisation) DO UPDATE SET version = version + 1;
END;

CREATE TRIGGER year_closing_update_version AFTER UPDATE ON year_closing BEGIN
  INSERT INTO chart_version (organisation, version) VALUES (NEW.organisation, 1)
    ON CONFLICT (organisation) DO UPDATE SET version = version + 1;
END;

CREATE TRIGGER year_closing_delete_version AFTER DELETE ON year_closing BEGIN
  INSERT INTO chart_version (organisation, version) VALUES (OLD.organisation, 1)
    ON CONFLICT (organisation) DO UPDATE SET version = version + 1;
END;
