CREATE TABLE passkey (
  id integer PRIMARY KEY AUTOINCREMENT NOT NULL,
  person integer NOT NULL,
  name text NOT NULL,
  credential text NOT NULL,
  public_key text NOT NULL,
  signatures integer NOT NULL,
  transports text NOT NULL,
  created_at text NOT NULL,
  used_at text,
  FOREIGN KEY (person) REFERENCES person(id),
  CONSTRAINT "passkey_transports" CHECK(json_valid("passkey"."transports"))
) STRICT;
--> statement-breakpoint
CREATE UNIQUE INDEX passkey_credential_unique ON passkey (credential);