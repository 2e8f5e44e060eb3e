-- A person is an id; the name is unique, so that a signature cannot be taken for another's.
ALTER TABLE person ADD COLUMN id uuid NOT NULL DEFAULT gen_random_uuid();
ALTER TABLE person ADD CONSTRAINT person_id_is_unique UNIQUE (id);
UPDATE person p SET name = left(p.name, 77 - length(p.login)) || ' (' || p.login || ')'
WHERE EXISTS (
    SELECT 1 FROM person o
    WHERE lower(normalize(o.name, NFKC) COLLATE "und-x-icu") = lower(normalize(p.name, NFKC) COLLATE "und-x-icu") AND o.login < p.login);
CREATE UNIQUE INDEX person_name_is_unique ON person (lower(normalize(name, NFKC) COLLATE "und-x-icu"));

-- A session is a row: it ends when the row goes. The cookie holds a secret of which only the SHA-256 is kept here.
CREATE TABLE session (
    id          bytea PRIMARY KEY CHECK (length(id) = 32),
    person_id   uuid NOT NULL REFERENCES person (id),
    begun_at    timestamptz NOT NULL,
    seen_at     timestamptz NOT NULL,
    ends_at     timestamptz NOT NULL,
    kept        boolean NOT NULL
);
CREATE INDEX session_by_person ON session (person_id);
CREATE INDEX session_by_end ON session (ends_at);

-- A device from which a person has signed in before is not shut out by what others try with that person's name.
CREATE TABLE known_device (
    id          bytea NOT NULL CHECK (length(id) = 32),
    person_id   uuid NOT NULL REFERENCES person (id),
    seen_at     timestamptz NOT NULL,
    PRIMARY KEY (person_id, id)
);

-- Tries to sign in that have not come to anything, by name and by where they came from; a name nobody has is kept as its hash.
CREATE TABLE sign_in_try (
    login       text NOT NULL CHECK (length(login) BETWEEN 1 AND 80),
    place       text NOT NULL CHECK (length(place) BETWEEN 1 AND 80),
    failed      integer NOT NULL CHECK (failed >= 0),
    last_at     timestamptz NOT NULL,
    open_at     timestamptz NOT NULL,
    PRIMARY KEY (login, place)
);
CREATE INDEX sign_in_try_by_age ON sign_in_try (last_at);
ALTER TABLE person DROP COLUMN failed_count, DROP COLUMN locked_until, DROP COLUMN stamp;

-- What a person signed is what the person saw: every change of a check raises its version, and a signature names it.
-- signature_number is the order in which signatures were taken here; a check from a file has none, and names who brought it.
ALTER TABLE check_run DISABLE TRIGGER USER;
ALTER TABLE check_run
    ADD COLUMN version integer NOT NULL DEFAULT 1 CHECK (version >= 1),
    ADD COLUMN signed_version integer CHECK (signed_version >= 1),
    ADD COLUMN signed_by_id uuid REFERENCES person (id),
    ADD COLUMN signature_number bigint UNIQUE,
    ADD COLUMN imported_by text CHECK (length(imported_by) BETWEEN 1 AND 80),
    ADD COLUMN imported_by_id uuid REFERENCES person (id),
    ADD COLUMN imported_at timestamptz,
    ADD CHECK ((imported_by IS NULL) = (imported_at IS NULL));
CREATE SEQUENCE signature_number;
UPDATE check_run c SET signature_number = s.number FROM (
    SELECT id, row_number() OVER (ORDER BY signed_at, id) AS number FROM check_run WHERE signed_at IS NOT NULL) s
WHERE s.id = c.id;
SELECT setval('signature_number', (SELECT greatest(1, count(*)) FROM check_run WHERE signed_at IS NOT NULL));
ALTER TABLE check_run ENABLE TRIGGER USER;
ALTER TABLE unit_state ADD COLUMN signature_number bigint;
UPDATE unit_state s SET signature_number = c.signature_number FROM check_run c WHERE c.id = s.check_id;
ALTER TABLE standard_version DISABLE TRIGGER USER;
ALTER TABLE standard_version ADD COLUMN approved_by_id uuid REFERENCES person (id);
ALTER TABLE standard_version ENABLE TRIGGER USER;

CREATE OR REPLACE FUNCTION refuse_change_of_approved() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
    IF TG_OP = 'UPDATE' AND OLD.state = 'approved' AND NEW.state = 'retired'
       AND (NEW.key, NEW.version, NEW.name, NEW.document, NEW.revision, NEW.changed_by, NEW.changed_at, NEW.approved_by, NEW.approved_by_id, NEW.approved_at)
           IS NOT DISTINCT FROM
           (OLD.key, OLD.version, OLD.name, OLD.document, OLD.revision, OLD.changed_by, OLD.changed_at, OLD.approved_by, OLD.approved_by_id, OLD.approved_at) THEN
        RETURN NEW;
    END IF;
    RAISE EXCEPTION 'standard_version is immutable: it was approved' USING ERRCODE = 'GN001';
END $$;

-- Neither where something was nor where it is put may be a signed check. The lock makes a reading and a signature of one moment wait
-- for each other, whoever writes them.
CREATE OR REPLACE FUNCTION refuse_reading_of_signed() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
    held record;
BEGIN
    FOR held IN SELECT signed_at FROM check_run WHERE id IN (NEW.check_id, OLD.check_id) ORDER BY id FOR SHARE LOOP
        IF held.signed_at IS NOT NULL THEN
            RAISE EXCEPTION '% is immutable: the check is signed', TG_TABLE_NAME USING ERRCODE = 'GN001';
        END IF;
    END LOOP;
    RETURN COALESCE(NEW, OLD);
END $$;

-- A signed check follows its unit to another tag, and only then: when the unit's own row has moved, and moved it.
CREATE OR REPLACE FUNCTION refuse_change_of_signed() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
    IF TG_OP = 'UPDATE' AND NEW.unit_tag <> OLD.unit_tag
       AND pg_trigger_depth() > 1 AND NOT EXISTS (SELECT 1 FROM camera_unit WHERE tag = OLD.unit_tag) THEN
        OLD.unit_tag := NEW.unit_tag;
        IF NEW IS NOT DISTINCT FROM OLD THEN
            RETURN NEW;
        END IF;
    END IF;
    RAISE EXCEPTION 'check_run is immutable: the check is signed' USING ERRCODE = 'GN001';
END $$;

-- What was said or noted stays as well.
CREATE TRIGGER note_follows_its_unit_alone BEFORE UPDATE OR DELETE ON unit_note
    FOR EACH ROW WHEN (pg_trigger_depth() = 0) EXECUTE FUNCTION refuse_change('notes are only added');

-- The audit log is a chain: each link is the SHA-256 of the link before it and of an entry, so that an entry taken out, put in, moved or
-- changed breaks it from there on. Links are made when a transaction ends: nothing it waits for can then wait for it.
ALTER TABLE audit_entry ADD COLUMN who_id uuid;
ALTER TABLE audit_entry ADD COLUMN transaction_id xid8 NOT NULL DEFAULT '0';
ALTER TABLE audit_entry ALTER COLUMN transaction_id SET DEFAULT pg_current_xact_id();
ALTER TABLE audit_entry ALTER COLUMN at SET DEFAULT clock_timestamp();
CREATE TABLE audit_link (
    position    bigint PRIMARY KEY CHECK (position >= 1),
    entry_id    bigint NOT NULL UNIQUE REFERENCES audit_entry (id),
    hash        bytea NOT NULL CHECK (length(hash) = 32)
);
CREATE TABLE audit_head (
    only_one    boolean PRIMARY KEY DEFAULT true CHECK (only_one),
    position    bigint NOT NULL CHECK (position >= 0),
    hash        bytea NOT NULL CHECK (length(hash) = 32)
);
INSERT INTO audit_head (position, hash) VALUES (0, sha256('gold-notch audit log'));

-- Each field with its length, so that no two entries have the same content; a field that is not there is a hyphen.
CREATE FUNCTION audit_field(field text) RETURNS text LANGUAGE sql IMMUTABLE AS
    $$ SELECT COALESCE(octet_length(convert_to(field, 'UTF8'))::text || ':' || field, '-') $$;
CREATE FUNCTION audit_content(e audit_entry) RETURNS bytea LANGUAGE sql STABLE SET search_path = pg_catalog, public, pg_temp AS $$
    SELECT convert_to(
        audit_field(e.id::text) || audit_field(to_char(e.at AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.US')) || audit_field(e.who_id::text)
        || audit_field(e.who) || audit_field(e.what) || audit_field(e.subject) || audit_field(e.before::text) || audit_field(e.after::text), 'UTF8')
$$;
CREATE FUNCTION seal_audit_entries() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = pg_catalog, public, pg_temp AS $$
DECLARE
    head audit_head;
    entry audit_entry;
BEGIN
    -- The first entry of a transaction seals all of them.
    IF EXISTS (SELECT 1 FROM audit_link WHERE entry_id = NEW.id) THEN
        RETURN NULL;
    END IF;
    SELECT * INTO STRICT head FROM audit_head FOR UPDATE;
    FOR entry IN SELECT * FROM audit_entry WHERE id >= NEW.id AND transaction_id = NEW.transaction_id ORDER BY id LOOP
        head.position := head.position + 1;
        head.hash := sha256(head.hash || audit_content(entry));
        INSERT INTO audit_link (position, entry_id, hash) VALUES (head.position, entry.id, head.hash);
    END LOOP;
    UPDATE audit_head SET position = head.position, hash = head.hash;
    RETURN NULL;
END $$;
CREATE TRIGGER link_is_append_only BEFORE UPDATE OR DELETE ON audit_link
    FOR EACH ROW EXECUTE FUNCTION refuse_change('links are only added');
DO $$
DECLARE
    head audit_head;
    entry audit_entry;
BEGIN
    SELECT * INTO STRICT head FROM audit_head;
    FOR entry IN SELECT * FROM audit_entry ORDER BY id LOOP
        head.position := head.position + 1;
        head.hash := sha256(head.hash || audit_content(entry));
        INSERT INTO audit_link (position, entry_id, hash) VALUES (head.position, entry.id, head.hash);
    END LOOP;
    UPDATE audit_head SET position = head.position, hash = head.hash;
END $$;
CREATE CONSTRAINT TRIGGER audit_entry_is_sealed AFTER INSERT ON audit_entry DEFERRABLE INITIALLY DEFERRED
    FOR EACH ROW EXECUTE FUNCTION seal_audit_entries();
CREATE INDEX audit_entry_by_person ON audit_entry (who_id, id DESC);

-- What the site may do, and no more: it owns nothing, and what is kept for good it can only add to. A login of its own is made a member
-- of this role by whoever installs it (docs/operations.md).
DO $$ BEGIN
    IF NOT EXISTS (SELECT 1 FROM pg_roles WHERE rolname = 'gold_notch_site') THEN
        CREATE ROLE gold_notch_site NOLOGIN;
    END IF;
EXCEPTION WHEN duplicate_object OR unique_violation THEN
    NULL;
END $$;
REVOKE CREATE ON SCHEMA public FROM PUBLIC;
GRANT USAGE ON SCHEMA public TO gold_notch_site;
GRANT SELECT ON ALL TABLES IN SCHEMA public TO gold_notch_site;
GRANT INSERT ON person, session, known_device, sign_in_try, camera_model, standard_version, camera_unit, check_run, check_reading,
    check_rival, check_photo, check_addition, signed_check, reading_receipt, unit_state, unit_drift, model_drift, unit_note, coverage_cell,
    accepted_finding, waiver, line_up, line_up_camera, key_ring TO gold_notch_site;
GRANT INSERT (who_id, who, what, subject, before, after) ON audit_entry TO gold_notch_site;
GRANT UPDATE ON coverage_cell, session, known_device, sign_in_try, standard_version, camera_unit, check_run, check_reading, unit_state, unit_drift,
    model_drift, accepted_finding, line_up, line_up_camera, department, key_ring TO gold_notch_site;
GRANT UPDATE (name, role, active, password_hash, version, iris_style, white_balance_style, clock_style, date_order) ON person TO gold_notch_site;
GRANT UPDATE (ended_by, ended_at) ON waiver TO gold_notch_site;
GRANT DELETE ON session, known_device, sign_in_try, standard_version, check_rival, check_photo, coverage_cell, accepted_finding, line_up,
    line_up_camera TO gold_notch_site;
GRANT USAGE ON SEQUENCE signature_number TO gold_notch_site;
