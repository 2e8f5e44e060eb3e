-- The address at which a person's calendar program asks for shoots, preparations and returns: whoever reads the table finds only the hash of its secret.
CREATE TABLE calendar_address (
    person_id   uuid PRIMARY KEY REFERENCES person (id),
    secret      bytea NOT NULL UNIQUE CHECK (length(secret) = 32),
    made_at     timestamptz NOT NULL
);
GRANT SELECT, INSERT, DELETE ON calendar_address TO gold_notch_site;
