-- An arrangement names no account twice: no figure stands in the statements more than once.

CREATE TRIGGER arrangement_insert BEFORE INSERT ON arrangement BEGIN
  SELECT RAISE(ABORT, 'arrangement: an account is named twice') WHERE (
    SELECT count(*) > count(DISTINCT atom) FROM json_tree(NEW.parts)
      WHERE type = 'integer' AND (key = 'account' OR path LIKE '%.accounts'));
END;

CREATE TRIGGER arrangement_update BEFORE UPDATE ON arrangement BEGIN
  SELECT RAISE(ABORT, 'arrangement: an account is named twice') WHERE (
    SELECT count(*) > count(DISTINCT atom) FROM json_tree(NEW.parts)
      WHERE type = 'integer' AND (key = 'account' OR path LIKE '%.accounts'));
END;
