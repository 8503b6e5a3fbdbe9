-- What was proved of a locked month stays as it was kept.

-- Kept once.
CREATE TRIGGER locked_proof_insert BEFORE INSERT ON locked_proof BEGIN
  SELECT RAISE(ABORT, 'proof: it is kept once') WHERE EXISTS (
    SELECT 1 FROM locked_proof WHERE organisation = NEW.organisation
      AND period = NEW.period AND entries = NEW.entries AND key = NEW.key);
END;

-- Not changed.
CREATE TRIGGER locked_proof_update BEFORE UPDATE ON locked_proof BEGIN SELECT RAISE(ABORT, 'proof: what was proved is never changed'); END;

-- Not deleted.
CREATE TRIGGER locked_proof_delete BEFORE DELETE ON locked_proof BEGIN SELECT RAISE(ABORT, 'proof: what was proved is never deleted'); END;
