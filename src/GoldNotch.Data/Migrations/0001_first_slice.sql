-- People who sign in. Passwords are hashed by the framework's hasher; this table never sees one.
CREATE TABLE person (
    login           text PRIMARY KEY CHECK (login ~ '^[a-z][a-z0-9.-]{1,39}$'),
    name            text NOT NULL CHECK (length(name) BETWEEN 1 AND 80),
    role            text NOT NULL CHECK (role IN ('technician', 'operator')),
    password_hash   text NOT NULL,
    failed_count    integer NOT NULL DEFAULT 0 CHECK (failed_count >= 0),
    locked_until    timestamptz
);

-- A model's capability card is written and read whole. Each meaning has its own version; the newest is in force.
CREATE TABLE camera_model (
    key         text NOT NULL CHECK (key ~ '^[a-z0-9][a-z0-9-]{0,59}$'),
    version     integer NOT NULL CHECK (version >= 1),
    name        text NOT NULL CHECK (length(name) BETWEEN 1 AND 80),
    card        jsonb NOT NULL,
    PRIMARY KEY (key, version)
);

CREATE TABLE standard_version (
    key         text NOT NULL CHECK (key ~ '^[a-z0-9][a-z0-9-]{0,59}$'),
    version     integer NOT NULL CHECK (version >= 1),
    name        text NOT NULL CHECK (length(name) BETWEEN 1 AND 80),
    state       text NOT NULL CHECK (state IN ('draft', 'approved', 'retired')),
    document    jsonb NOT NULL,
    PRIMARY KEY (key, version)
);
CREATE UNIQUE INDEX one_approved_version ON standard_version (key) WHERE state = 'approved';

CREATE TABLE camera_unit (
    tag         text PRIMARY KEY CHECK (tag ~ '^[A-Z0-9][A-Z0-9-]{0,29}$'),
    model_key   text NOT NULL,
    tape        text NOT NULL CHECK (length(tape) <= 30),
    place       text NOT NULL CHECK (length(place) <= 120),
    status      text NOT NULL CHECK (status IN ('in', 'out', 'repair')),
    version     integer NOT NULL DEFAULT 1 CHECK (version >= 1)
);
CREATE INDEX camera_unit_by_model ON camera_unit (model_key, tag);

-- The card is copied in: a check keeps meaning what it meant when the model's card is mended later.
CREATE TABLE check_run (
    id                  uuid PRIMARY KEY,
    unit_tag            text NOT NULL REFERENCES camera_unit (tag) ON UPDATE CASCADE,
    standard_key        text NOT NULL,
    standard_version    integer NOT NULL,
    model_card          jsonb NOT NULL,
    started_by          text NOT NULL CHECK (length(started_by) BETWEEN 1 AND 80),
    started_at          timestamptz NOT NULL,
    signed_by           text CHECK (length(signed_by) BETWEEN 1 AND 80),
    signed_at           timestamptz,
    note                text NOT NULL DEFAULT '' CHECK (length(note) <= 2000),
    on_count            integer NOT NULL DEFAULT 0,
    slack_count         integer NOT NULL DEFAULT 0,
    off_count           integer NOT NULL DEFAULT 0,
    floating_count      integer NOT NULL DEFAULT 0,
    unread_count        integer NOT NULL DEFAULT 0,
    headline            text NOT NULL DEFAULT '',
    FOREIGN KEY (standard_key, standard_version) REFERENCES standard_version (key, version),
    CHECK ((signed_by IS NULL) = (signed_at IS NULL)),
    CHECK (signed_at IS NULL OR signed_at >= started_at)
);
CREATE INDEX check_run_newest ON check_run (started_at DESC, id DESC);
CREATE INDEX check_run_by_unit ON check_run (unit_tag, started_at DESC);

CREATE TABLE check_reading (
    check_id    uuid NOT NULL REFERENCES check_run (id),
    setting     text NOT NULL CHECK (setting IN (
                    'full-auto', 'record-format', 'bit-rate', 'shutter', 'gain', 'nd',
                    'iris-mode', 'iris-opening', 'white-balance', 'focus-mode')),
    kind        text NOT NULL CHECK (kind IN ('value', 'automatic', 'not-fitted', 'unread')),
    typed       text NOT NULL CHECK (length(typed) <= 80),
    read_by     text NOT NULL CHECK (length(read_by) BETWEEN 1 AND 80),
    read_at     timestamptz NOT NULL,
    version     integer NOT NULL CHECK (version >= 1),
    PRIMARY KEY (check_id, setting),
    CHECK ((kind = 'value') = (typed <> ''))
);

CREATE TABLE audit_entry (
    id          bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
    at          timestamptz NOT NULL DEFAULT now(),
    who         text NOT NULL,
    what        text NOT NULL,
    subject     text NOT NULL,
    before      jsonb,
    after       jsonb
);

-- Keys that sign the cookies, so that several copies of the site accept each other's.
CREATE TABLE key_ring (
    name        text PRIMARY KEY,
    xml         text NOT NULL
);

CREATE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
    RAISE EXCEPTION '% is immutable: %', TG_TABLE_NAME, TG_ARGV[0] USING ERRCODE = 'GN001';
END $$;

CREATE TRIGGER audit_is_append_only BEFORE UPDATE OR DELETE ON audit_entry
    FOR EACH ROW EXECUTE FUNCTION refuse_change('entries are only added');

CREATE TRIGGER signed_check_is_immutable BEFORE UPDATE OR DELETE ON check_run
    FOR EACH ROW WHEN (OLD.signed_at IS NOT NULL) EXECUTE FUNCTION refuse_change('the check is signed');

CREATE TRIGGER model_version_is_immutable BEFORE UPDATE OR DELETE ON camera_model
    FOR EACH ROW EXECUTE FUNCTION refuse_change('a change is a new version');

-- An approved standard may only be retired, and nothing else in the row may move with it.
CREATE FUNCTION refuse_change_of_approved() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
    IF TG_OP = 'UPDATE' AND OLD.state = 'approved' AND NEW.state = 'retired'
       AND (NEW.key, NEW.version, NEW.name, NEW.document) = (OLD.key, OLD.version, OLD.name, OLD.document) THEN
        RETURN NEW;
    END IF;
    RAISE EXCEPTION 'standard_version is immutable: it was approved' USING ERRCODE = 'GN001';
END $$;

CREATE TRIGGER approved_standard_is_immutable BEFORE UPDATE OR DELETE ON standard_version
    FOR EACH ROW WHEN (OLD.state <> 'draft') EXECUTE FUNCTION refuse_change_of_approved();

CREATE FUNCTION refuse_reading_of_signed() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
    IF EXISTS (SELECT 1 FROM check_run WHERE id = COALESCE(NEW.check_id, OLD.check_id) AND signed_at IS NOT NULL) THEN
        RAISE EXCEPTION 'check_reading is immutable: the check is signed' USING ERRCODE = 'GN001';
    END IF;
    RETURN COALESCE(NEW, OLD);
END $$;

CREATE TRIGGER reading_of_signed_check_is_immutable BEFORE INSERT OR UPDATE OR DELETE ON check_reading
    FOR EACH ROW EXECUTE FUNCTION refuse_reading_of_signed();
