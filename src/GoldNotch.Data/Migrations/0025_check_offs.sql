-- Practical examinations of people, one model each: what was done with the real camera, and who signed. What is signed stays.
CREATE TABLE check_off (
    id            uuid PRIMARY KEY,
    person_id     uuid NOT NULL REFERENCES person (id),
    model_key     text NOT NULL CHECK (model_key ~ '^[a-z0-9][a-z0-9-]{0,59}$'),
    items         jsonb NOT NULL CHECK (jsonb_typeof(items) = 'array'),
    ticked        text[] NOT NULL DEFAULT '{}',
    begun_by      text NOT NULL CHECK (length(begun_by) BETWEEN 1 AND 80),
    begun_at      timestamptz NOT NULL,
    version       integer NOT NULL DEFAULT 1 CHECK (version >= 1),
    signed_by     text CHECK (length(signed_by) BETWEEN 1 AND 80),
    signed_by_id  uuid REFERENCES person (id),
    signed_at     timestamptz,
    signed_on     date,
    valid_until   date,
    CHECK (signed_by_id IS DISTINCT FROM person_id),
    CHECK ((signed_at IS NULL) = (signed_by IS NULL) AND (signed_at IS NULL) = (signed_on IS NULL) AND (signed_at IS NULL) = (valid_until IS NULL)),
    CHECK (valid_until > signed_on)
);
CREATE INDEX check_off_by_person ON check_off (person_id, model_key, signed_at DESC NULLS LAST);
CREATE UNIQUE INDEX one_check_off_open ON check_off (person_id, model_key) WHERE signed_at IS NULL;
CREATE TRIGGER signed_check_off_is_immutable BEFORE UPDATE OR DELETE ON check_off
    FOR EACH ROW WHEN (OLD.signed_at IS NOT NULL) EXECUTE FUNCTION refuse_change('the check-off is signed');
GRANT SELECT, INSERT, DELETE ON check_off TO gold_notch_site;
GRANT UPDATE (ticked, version, signed_by, signed_by_id, signed_at, signed_on, valid_until) ON check_off TO gold_notch_site;

-- How long a check-off holds, and whether a hand-out asks for one; null: from the first signed one on.
ALTER TABLE department ADD COLUMN check_off_months integer NOT NULL DEFAULT 12 CHECK (check_off_months BETWEEN 1 AND 60);
ALTER TABLE department ADD COLUMN check_off_asked boolean;
