-- Shoots with their cameras, kits and pools, and the custody of what is lent. A unit is never booked twice at a time: the database refuses it, whatever the form says.
CREATE EXTENSION IF NOT EXISTS btree_gist;

CREATE TABLE kit (
    unit_tag    text PRIMARY KEY REFERENCES camera_unit (tag) ON UPDATE CASCADE,
    pieces      jsonb NOT NULL,
    version     integer NOT NULL DEFAULT 1 CHECK (version >= 1),
    changed_by  text NOT NULL CHECK (length(changed_by) BETWEEN 1 AND 80),
    changed_at  timestamptz NOT NULL DEFAULT now()
);

-- A label belongs to one piece of the department.
CREATE TABLE kit_label (
    code        text PRIMARY KEY CHECK (code = lower(code) AND length(code) BETWEEN 1 AND 40),
    unit_tag    text NOT NULL REFERENCES kit (unit_tag) ON UPDATE CASCADE ON DELETE CASCADE,
    piece       text NOT NULL CHECK (length(piece) BETWEEN 1 AND 80)
);
CREATE INDEX kit_label_by_unit ON kit_label (unit_tag);

CREATE TABLE pool (
    key         text PRIMARY KEY CHECK (key ~ '^[a-z0-9][a-z0-9-]{0,59}$'),
    piece       jsonb NOT NULL,
    version     integer NOT NULL DEFAULT 1 CHECK (version >= 1),
    changed_by  text NOT NULL CHECK (length(changed_by) BETWEEN 1 AND 80),
    changed_at  timestamptz NOT NULL DEFAULT now()
);

CREATE TABLE shoot (
    id            uuid PRIMARY KEY,
    name          text NOT NULL CHECK (length(name) BETWEEN 1 AND 80),
    call_at       timestamptz,
    end_at        timestamptz,
    booked        tstzrange,
    document      jsonb NOT NULL,
    cancelled_at  timestamptz,
    cancelled_by  text CHECK (length(cancelled_by) BETWEEN 1 AND 80),
    cancelled_why text CHECK (length(cancelled_why) BETWEEN 1 AND 300),
    version       integer NOT NULL DEFAULT 1 CHECK (version >= 1),
    changed_by    text NOT NULL CHECK (length(changed_by) BETWEEN 1 AND 80),
    changed_at    timestamptz NOT NULL DEFAULT now(),
    CHECK (end_at > call_at),
    CHECK (NOT isempty(booked)),
    CHECK ((cancelled_at IS NULL) = (cancelled_by IS NULL) AND (cancelled_at IS NULL) = (cancelled_why IS NULL))
);
CREATE INDEX shoot_by_call ON shoot (call_at DESC NULLS FIRST, id DESC);
CREATE INDEX shoot_by_time ON shoot USING gist (booked);

-- The cameras of a shoot. While it is booked, no other shoot has the unit at that time.
CREATE TABLE shoot_camera (
    shoot_id    uuid NOT NULL REFERENCES shoot (id) ON DELETE CASCADE,
    letter      text NOT NULL CHECK (letter ~ '^[A-Z]{1,3}$'),
    unit_tag    text NOT NULL REFERENCES camera_unit (tag) ON UPDATE CASCADE,
    operator    text REFERENCES person (login) ON UPDATE CASCADE,
    booked      tstzrange CHECK (NOT isempty(booked)),
    PRIMARY KEY (shoot_id, letter),
    UNIQUE (shoot_id, unit_tag),
    CONSTRAINT no_double_booking EXCLUDE USING gist (unit_tag WITH =, booked WITH &&)
);
CREATE INDEX shoot_camera_by_unit ON shoot_camera (unit_tag);
CREATE INDEX shoot_camera_by_operator ON shoot_camera (operator) WHERE operator IS NOT NULL;

CREATE TABLE shoot_pool (
    shoot_id    uuid NOT NULL REFERENCES shoot (id) ON DELETE CASCADE,
    pool_key    text NOT NULL REFERENCES pool (key),
    taken       integer NOT NULL CHECK (taken >= 1),
    PRIMARY KEY (shoot_id, pool_key)
);
CREATE INDEX shoot_pool_by_pool ON shoot_pool (pool_key);

-- A loan is what was done with it: the events are the record, the columns say what follows from them.
CREATE TABLE loan (
    id           uuid PRIMARY KEY,
    unit_tag     text NOT NULL REFERENCES camera_unit (tag) ON UPDATE CASCADE,
    shoot_id     uuid REFERENCES shoot (id),
    borrower     text NOT NULL CHECK (length(borrower) BETWEEN 1 AND 80),
    borrower_id  uuid REFERENCES person (id),
    out_at       timestamptz NOT NULL,
    due_at       timestamptz NOT NULL,
    back_at      timestamptz,
    closed_at    timestamptz,
    open_points  integer NOT NULL CHECK (open_points >= 0),
    events       integer NOT NULL CHECK (events >= 1),
    CHECK (closed_at IS NULL OR back_at IS NOT NULL)
);
-- Two people who hand out one unit at once: the second is told who has it.
CREATE UNIQUE INDEX one_loan_out ON loan (unit_tag) WHERE back_at IS NULL;
CREATE INDEX loan_open ON loan (due_at) WHERE closed_at IS NULL;
CREATE INDEX loan_newest ON loan (out_at DESC, id DESC);
CREATE INDEX loan_by_unit ON loan (unit_tag, out_at DESC);
CREATE INDEX loan_by_shoot ON loan (shoot_id) WHERE shoot_id IS NOT NULL;
CREATE INDEX loan_by_borrower ON loan (borrower_id) WHERE closed_at IS NULL;

CREATE TABLE custody_event (
    loan_id     uuid NOT NULL REFERENCES loan (id),
    number      integer NOT NULL CHECK (number >= 1),
    at          timestamptz NOT NULL,
    event       jsonb NOT NULL,
    PRIMARY KEY (loan_id, number)
);
CREATE TRIGGER custody_is_append_only BEFORE UPDATE OR DELETE ON custody_event
    FOR EACH ROW EXECUTE FUNCTION refuse_change('what was done with a loan is only added to');

-- Proof that every clip of a card is copied; it stays as it was made.
CREATE TABLE copy_proof (
    id          uuid PRIMARY KEY,
    loan_id     uuid NOT NULL REFERENCES loan (id),
    card        text NOT NULL CHECK (length(card) BETWEEN 1 AND 90),
    clips       integer NOT NULL CHECK (clips >= 0),
    bytes       bigint NOT NULL CHECK (bytes >= 0),
    is_clear    boolean NOT NULL,
    document    jsonb NOT NULL,
    made_by     text NOT NULL CHECK (length(made_by) BETWEEN 1 AND 80),
    made_at     timestamptz NOT NULL
);
CREATE INDEX copy_proof_by_loan ON copy_proof (loan_id, made_at DESC);
CREATE TRIGGER copy_proof_is_append_only BEFORE UPDATE OR DELETE ON copy_proof
    FOR EACH ROW EXECUTE FUNCTION refuse_change('a proof stays as it was made');

-- Each line-up becomes the plan of a shoot of the same id. Without an end nothing of it is booked: it is said when somebody opens it.
INSERT INTO shoot (id, name, call_at, document, changed_by, changed_at)
SELECT l.id, l.name, l.call_at,
    jsonb_strip_nulls(jsonb_build_object(
        'id', l.id, 'name', l.name, 'place', l.place, 'call', l.document -> 'call', 'standard', coalesce(l.document -> 'standard', '""'::jsonb),
        'cameras', coalesce((SELECT jsonb_agg(jsonb_build_object('letter', c.letter, 'unit', c.unit_tag) ORDER BY c.letter) FROM line_up_camera c WHERE c.line_up_id = l.id), '[]'::jsonb))),
    l.changed_by, l.changed_at
FROM line_up l;
INSERT INTO shoot_camera (shoot_id, letter, unit_tag)
SELECT c.line_up_id, min(c.letter), c.unit_tag FROM line_up_camera c JOIN camera_unit u ON u.tag = c.unit_tag GROUP BY c.line_up_id, c.unit_tag;

GRANT SELECT, INSERT, DELETE ON kit, kit_label, pool, shoot, shoot_camera, shoot_pool TO gold_notch_site;
GRANT UPDATE (pieces, version, changed_by, changed_at) ON kit TO gold_notch_site;
GRANT UPDATE (piece, version, changed_by, changed_at) ON pool TO gold_notch_site;
GRANT UPDATE (name, call_at, end_at, booked, document, cancelled_at, cancelled_by, cancelled_why, version, changed_by, changed_at) ON shoot TO gold_notch_site;
GRANT SELECT, INSERT ON loan, custody_event, copy_proof TO gold_notch_site;
GRANT UPDATE (due_at, back_at, closed_at, open_points, events) ON loan TO gold_notch_site;
