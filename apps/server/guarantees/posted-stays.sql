-- What is posted stays as it is.

-- Not changed.
CREATE TRIGGER entry_update BEFORE UPDATE ON entry BEGIN SELECT RAISE(ABORT, 'entry: posted entries are never changed'); END;

-- Not deleted.
CREATE TRIGGER entry_delete BEFORE DELETE ON entry BEGIN SELECT RAISE(ABORT, 'entry: posted entries are never deleted'); END;

-- Nor its lines changed.
CREATE TRIGGER line_update BEFORE UPDATE ON line BEGIN SELECT RAISE(ABORT, 'line: posted lines are never changed'); END;

-- Nor deleted.
CREATE TRIGGER line_delete BEFORE DELETE ON line BEGIN SELECT RAISE(ABORT, 'line: posted lines are never deleted'); END;
