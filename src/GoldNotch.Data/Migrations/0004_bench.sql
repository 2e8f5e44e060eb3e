-- A check has two stages: as the camera was found, and as it was left after putting right. reading_order is the order in which
-- the check took its readings: clocks of several devices may disagree or run backwards, this does not.
ALTER TABLE check_reading ADD COLUMN stage text NOT NULL DEFAULT 'found' CHECK (stage IN ('found', 'left'));
ALTER TABLE check_reading ADD COLUMN from_camera boolean NOT NULL DEFAULT false;
ALTER TABLE check_reading ADD COLUMN reading_order integer NOT NULL DEFAULT 0 CHECK (reading_order >= 0);
ALTER TABLE check_reading DROP CONSTRAINT check_reading_pkey;
ALTER TABLE check_reading ADD PRIMARY KEY (check_id, stage, setting);

-- The counts of check_run are of the check as it stands; these are as found.
ALTER TABLE check_run ADD COLUMN reading_count integer NOT NULL DEFAULT 0 CHECK (reading_count >= 0);
ALTER TABLE check_run ADD COLUMN found_off_count integer NOT NULL DEFAULT 0;
ALTER TABLE check_run ADD COLUMN found_floating_count integer NOT NULL DEFAULT 0;
ALTER TABLE check_run ADD COLUMN found_headline text NOT NULL DEFAULT '';
CREATE INDEX check_run_open ON check_run (unit_tag, started_at DESC) WHERE signed_at IS NULL;

-- A reading carries an id of the device that took it: sent again after a lost answer, it is known.
CREATE TABLE reading_receipt (
    id          uuid PRIMARY KEY,
    check_id    uuid NOT NULL REFERENCES check_run (id)
);

-- Two people read the same notch differently: the second reading is kept beside the first until a person decides.
CREATE TABLE check_rival (
    check_id    uuid NOT NULL REFERENCES check_run (id),
    stage       text NOT NULL CHECK (stage IN ('found', 'left')),
    setting     text NOT NULL,
    kind        text NOT NULL CHECK (kind IN ('value', 'automatic', 'not-fitted', 'unread')),
    typed       text NOT NULL CHECK (length(typed) <= 80),
    read_by     text NOT NULL CHECK (length(read_by) BETWEEN 1 AND 80),
    read_at     timestamptz NOT NULL,
    from_camera boolean NOT NULL DEFAULT false,
    PRIMARY KEY (check_id, stage, setting, read_by, kind, typed)
);
CREATE TRIGGER rival_of_signed_check_is_immutable BEFORE INSERT OR UPDATE OR DELETE ON check_rival
    FOR EACH ROW EXECUTE FUNCTION refuse_reading_of_signed();

-- Pictures are kept as the site drew them anew: no metadata of the device that took them survives.
CREATE TABLE check_photo (
    id          uuid PRIMARY KEY,
    check_id    uuid NOT NULL REFERENCES check_run (id),
    setting     text,
    taken_by    text NOT NULL CHECK (length(taken_by) BETWEEN 1 AND 80),
    taken_at    timestamptz NOT NULL,
    width       integer NOT NULL CHECK (width BETWEEN 1 AND 4096),
    height      integer NOT NULL CHECK (height BETWEEN 1 AND 4096),
    jpeg        bytea NOT NULL CHECK (length(jpeg) <= 4194304)
);
CREATE INDEX check_photo_by_check ON check_photo (check_id);
CREATE TRIGGER photo_of_signed_check_is_immutable BEFORE INSERT OR UPDATE OR DELETE ON check_photo
    FOR EACH ROW EXECUTE FUNCTION refuse_reading_of_signed();

-- A signed check stays; what was wrong in it is said beside it.
CREATE TABLE check_addition (
    id          uuid PRIMARY KEY,
    check_id    uuid NOT NULL REFERENCES check_run (id),
    setting     text,
    says        text NOT NULL CHECK (length(says) BETWEEN 3 AND 1000),
    added_by    text NOT NULL CHECK (length(added_by) BETWEEN 1 AND 80),
    added_at    timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX check_addition_by_check ON check_addition (check_id, added_at);
CREATE TRIGGER addition_is_append_only BEFORE UPDATE OR DELETE ON check_addition
    FOR EACH ROW EXECUTE FUNCTION refuse_change('corrections are only added');

-- What the last signed check of a unit left, so that the board needs no look through all checks.
CREATE TABLE unit_state (
    unit_tag            text PRIMARY KEY REFERENCES camera_unit (tag) ON UPDATE CASCADE ON DELETE CASCADE,
    check_id            uuid NOT NULL REFERENCES check_run (id),
    signed_at           timestamptz NOT NULL,
    signed_by           text NOT NULL,
    standard_key        text NOT NULL,
    standard_version    integer NOT NULL,
    wrong               text[] NOT NULL,
    headline            text NOT NULL,
    unread              integer NOT NULL
);

-- How often each setting was looked at and found wrong, counted when a check is signed: a million readings are never summed again.
CREATE TABLE unit_drift (
    unit_tag    text NOT NULL REFERENCES camera_unit (tag) ON UPDATE CASCADE ON DELETE CASCADE,
    setting     text NOT NULL,
    looked      integer NOT NULL CHECK (looked >= 0),
    wrong       integer NOT NULL CHECK (wrong BETWEEN 0 AND looked),
    floating    integer NOT NULL CHECK (floating BETWEEN 0 AND wrong),
    last_wrong  timestamptz,
    PRIMARY KEY (unit_tag, setting)
);
CREATE TABLE model_drift (
    model_key   text NOT NULL,
    month       date NOT NULL,
    setting     text NOT NULL,
    looked      integer NOT NULL CHECK (looked >= 0),
    wrong       integer NOT NULL CHECK (wrong BETWEEN 0 AND looked),
    floating    integer NOT NULL CHECK (floating BETWEEN 0 AND wrong),
    PRIMARY KEY (model_key, month, setting)
);

-- Asked of every unit on the board: unpacking the whole document for it two thousand times would take longer than all the rest.
ALTER TABLE standard_version ADD COLUMN interval_days integer GENERATED ALWAYS AS ((document->>'intervalDays')::integer) STORED;

ALTER TABLE camera_unit DROP CONSTRAINT camera_unit_status_check;
ALTER TABLE camera_unit ADD CONSTRAINT camera_unit_status_check CHECK (status IN ('in', 'out', 'repair', 'retired'));

-- Repairs, notes, and what was measured on a unit, with date and person; the newest measurement is what plans and checks use.
CREATE TABLE unit_note (
    id          uuid PRIMARY KEY,
    unit_tag    text NOT NULL REFERENCES camera_unit (tag) ON UPDATE CASCADE ON DELETE CASCADE,
    kind        text NOT NULL CHECK (kind IN ('note', 'repair', 'measured')),
    says        text NOT NULL CHECK (length(says) BETWEEN 3 AND 1000),
    made_by     text NOT NULL CHECK (length(made_by) BETWEEN 1 AND 80),
    made_at     timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX unit_note_by_unit ON unit_note (unit_tag, made_at DESC);

-- A signed check stays as it is, but follows its unit when the unit gets another tag.
CREATE FUNCTION refuse_change_of_signed() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
    IF TG_OP = 'UPDATE' AND NEW.unit_tag <> OLD.unit_tag THEN
        OLD.unit_tag := NEW.unit_tag;
        IF NEW IS NOT DISTINCT FROM OLD THEN
            RETURN NEW;
        END IF;
    END IF;
    RAISE EXCEPTION 'check_run is immutable: the check is signed' USING ERRCODE = 'GN001';
END $$;
DROP TRIGGER signed_check_is_immutable ON check_run;
CREATE TRIGGER signed_check_is_immutable BEFORE UPDATE OR DELETE ON check_run
    FOR EACH ROW WHEN (OLD.signed_at IS NOT NULL) EXECUTE FUNCTION refuse_change_of_signed();
