-- Cameras made to look alike: how it is set up, every picture that was taken of each camera at each turn, and what each unit needed in the end.
-- A match that is signed stays as it is, and so do its pictures.
CREATE TABLE camera_match (
    id            uuid PRIMARY KEY,
    name          text NOT NULL CHECK (length(name) BETWEEN 1 AND 120),
    line_up_id    uuid,
    document      jsonb NOT NULL,
    version       integer NOT NULL DEFAULT 1 CHECK (version >= 1),
    begun_by      text NOT NULL CHECK (length(begun_by) BETWEEN 1 AND 80),
    begun_at      timestamptz NOT NULL,
    changed_by    text NOT NULL CHECK (length(changed_by) BETWEEN 1 AND 80),
    changed_at    timestamptz NOT NULL,
    signed_by     text CHECK (length(signed_by) BETWEEN 1 AND 80),
    signed_by_id  uuid REFERENCES person (id),
    signed_at     timestamptz,
    signed        jsonb,
    CHECK ((signed_at IS NULL) = (signed IS NULL) AND (signed_at IS NULL) = (signed_by IS NULL) AND (signed_at IS NULL) = (signed_by_id IS NULL))
);
CREATE INDEX camera_match_by_time ON camera_match (changed_at DESC, id DESC);
CREATE INDEX camera_match_by_line_up ON camera_match (line_up_id) WHERE line_up_id IS NOT NULL;

CREATE TABLE match_camera (
    match_id    uuid NOT NULL REFERENCES camera_match (id) ON DELETE CASCADE,
    letter      text NOT NULL,
    unit_tag    text NOT NULL REFERENCES camera_unit (tag) ON UPDATE CASCADE,
    PRIMARY KEY (match_id, letter)
);
CREATE INDEX match_camera_by_unit ON match_camera (unit_tag);

CREATE TABLE match_take (
    match_id    uuid NOT NULL REFERENCES camera_match (id) ON DELETE CASCADE,
    turn        integer NOT NULL CHECK (turn BETWEEN 1 AND 40),
    letter      text NOT NULL CHECK (length(letter) BETWEEN 1 AND 3),
    picture_id  uuid NOT NULL REFERENCES picture (id),
    position    jsonb NOT NULL,
    taken_by    text NOT NULL CHECK (length(taken_by) BETWEEN 1 AND 80),
    taken_at    timestamptz NOT NULL,
    version     integer NOT NULL DEFAULT 1 CHECK (version >= 1),
    PRIMARY KEY (match_id, turn, letter)
);
CREATE INDEX match_take_by_picture ON match_take (picture_id);

-- What a unit needed against another in one light. The newest in about the same light is planned by; older ones stay.
CREATE TABLE unit_match (
    id            uuid PRIMARY KEY,
    unit_tag      text NOT NULL REFERENCES camera_unit (tag) ON UPDATE CASCADE ON DELETE CASCADE,
    against_tag   text NOT NULL REFERENCES camera_unit (tag) ON UPDATE CASCADE ON DELETE CASCADE,
    light_k       double precision NOT NULL CHECK (light_k BETWEEN 1000 AND 100000),
    offset_mired  double precision NOT NULL CHECK (offset_mired BETWEEN -500 AND 500),
    duv           double precision NOT NULL CHECK (duv BETWEEN -0.2 AND 0.2),
    measured_by   text NOT NULL CHECK (length(measured_by) BETWEEN 1 AND 80),
    measured_at   timestamptz NOT NULL,
    match_id      uuid REFERENCES camera_match (id)
);
CREATE INDEX unit_match_by_unit ON unit_match (unit_tag, measured_at DESC, id DESC);

CREATE TRIGGER signed_match_is_immutable BEFORE UPDATE OR DELETE ON camera_match
    FOR EACH ROW WHEN (OLD.signed_at IS NOT NULL) EXECUTE FUNCTION refuse_change('the match is signed');

-- The lock makes a picture and a signature of one moment wait for each other, whoever writes them.
CREATE FUNCTION refuse_take_of_signed() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
    held record;
BEGIN
    FOR held IN SELECT signed_at FROM camera_match WHERE id IN (NEW.match_id, OLD.match_id) ORDER BY id FOR SHARE LOOP
        IF held.signed_at IS NOT NULL THEN
            RAISE EXCEPTION '% is immutable: the match is signed', TG_TABLE_NAME USING ERRCODE = 'GN001';
        END IF;
    END LOOP;
    RETURN COALESCE(NEW, OLD);
END $$;
CREATE TRIGGER take_of_signed_match_is_immutable BEFORE INSERT OR UPDATE OR DELETE ON match_take
    FOR EACH ROW EXECUTE FUNCTION refuse_take_of_signed();

-- The camera of a signed match follows its unit to another tag, and only then.
CREATE TRIGGER camera_of_signed_match_is_immutable BEFORE INSERT OR UPDATE OR DELETE ON match_camera
    FOR EACH ROW WHEN (pg_trigger_depth() = 0) EXECUTE FUNCTION refuse_take_of_signed();

CREATE FUNCTION refuse_picture_of_signed() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
    PERFORM 1 FROM match_take t JOIN camera_match m ON m.id = t.match_id WHERE t.picture_id = OLD.id AND m.signed_at IS NOT NULL;
    IF FOUND AND (TG_OP = 'DELETE' OR (NEW.document, NEW.sha256, NEW.preview) IS DISTINCT FROM (OLD.document, OLD.sha256, OLD.preview)) THEN
        RAISE EXCEPTION 'picture is immutable: a match with it is signed' USING ERRCODE = 'GN001';
    END IF;
    RETURN COALESCE(NEW, OLD);
END $$;
CREATE TRIGGER picture_of_signed_match_is_immutable BEFORE UPDATE OR DELETE ON picture
    FOR EACH ROW EXECUTE FUNCTION refuse_picture_of_signed();

CREATE TRIGGER unit_match_is_append_only BEFORE UPDATE OR DELETE ON unit_match
    FOR EACH ROW WHEN (pg_trigger_depth() = 0) EXECUTE FUNCTION refuse_change('what was measured stays');

GRANT SELECT, INSERT, DELETE ON camera_match, match_camera, match_take TO gold_notch_site;
GRANT UPDATE (name, document, version, changed_by, changed_at, signed_by, signed_by_id, signed_at, signed) ON camera_match TO gold_notch_site;
GRANT UPDATE (picture_id, position, taken_by, taken_at, version) ON match_take TO gold_notch_site;
GRANT SELECT, INSERT ON unit_match TO gold_notch_site;
