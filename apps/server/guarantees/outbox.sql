-- A message says for good what it said to whom; what went out has gone out, once.

CREATE TRIGGER outbox_message_update BEFORE UPDATE OF id, written_at, recipient, organisation, person, subject, body, attachment, reply_to
  ON outbox_message BEGIN SELECT RAISE(ABORT, 'outbox: what a message says stays'); END;

-- Sent once.
CREATE TRIGGER outbox_message_sent BEFORE UPDATE ON outbox_message WHEN OLD.state IN ('sent', 'held') BEGIN
  SELECT RAISE(ABORT, 'outbox: it has gone out, or is held for an owner'); END;

-- Not deleted.
CREATE TRIGGER outbox_message_delete BEFORE DELETE ON outbox_message BEGIN SELECT RAISE(ABORT, 'outbox: messages stay'); END;
