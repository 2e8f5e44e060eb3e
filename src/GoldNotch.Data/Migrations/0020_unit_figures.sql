-- What is measured on a unit, or on the units of a model beside each other: which pictures it asks for, those that were taken, and what a technician accepted.
-- What is accepted stays; a newer one takes its place, and one that was wrong is withdrawn with its reason.
CREATE TABLE unit_figure (
    id             uuid PRIMARY KEY,
    kind           text NOT NULL CHECK (kind IN ('filters', 'noise', 'latitude', 'sisters')),
    model_key      text NOT NULL,
    unit_tag       text REFERENCES camera_unit (tag) ON UPDATE CASCADE,
    document       jsonb NOT NULL,
    version        integer NOT NULL DEFAULT 1 CHECK (version >= 1),
    begun_by       text NOT NULL CHECK (length(begun_by) BETWEEN 1 AND 80),
    begun_at       timestamptz NOT NULL,
    changed_by     text NOT NULL CHECK (length(changed_by) BETWEEN 1 AND 80),
    changed_at     timestamptz NOT NULL,
    accepted_by    text CHECK (length(accepted_by) BETWEEN 1 AND 80),
    accepted_by_id uuid REFERENCES person (id),
    accepted_at    timestamptz,
    accepted       jsonb,
    used           jsonb,
    withdrawn_by   text CHECK (length(withdrawn_by) BETWEEN 1 AND 80),
    withdrawn_at   timestamptz,
    withdrawn_why  text CHECK (length(withdrawn_why) BETWEEN 3 AND 300),
    CHECK ((kind = 'sisters') = (unit_tag IS NULL)),
    CHECK ((accepted_at IS NULL) = (accepted IS NULL) AND (accepted_at IS NULL) = (accepted_by IS NULL)
        AND (accepted_at IS NULL) = (accepted_by_id IS NULL) AND (accepted_at IS NULL) = (used IS NULL)),
    CHECK ((withdrawn_at IS NULL) = (withdrawn_by IS NULL) AND (withdrawn_at IS NULL) = (withdrawn_why IS NULL)),
    CHECK (withdrawn_at IS NULL OR accepted_at IS NOT NULL)
);
CREATE INDEX unit_figure_by_time ON unit_figure (changed_at DESC, id DESC);
CREATE INDEX unit_figure_by_unit ON unit_figure (unit_tag, changed_at DESC, id DESC);
CREATE INDEX unit_figure_by_model ON unit_figure (model_key, changed_at DESC, id DESC);

CREATE TABLE figure_take (
    figure_id   uuid NOT NULL REFERENCES unit_figure (id) ON DELETE CASCADE,
    shot        integer NOT NULL CHECK (shot BETWEEN 1 AND 60),
    picture_id  uuid NOT NULL REFERENCES picture (id),
    document    jsonb NOT NULL,
    taken_by    text NOT NULL CHECK (length(taken_by) BETWEEN 1 AND 80),
    taken_at    timestamptz NOT NULL,
    version     integer NOT NULL DEFAULT 1 CHECK (version >= 1),
    PRIMARY KEY (figure_id, shot)
);
CREATE INDEX figure_take_by_picture ON figure_take (picture_id);

-- What was measured of noise and of latitude, as it is used from then on.
ALTER TABLE camera_unit ADD COLUMN noise jsonb, ADD COLUMN latitude jsonb;

-- What a maker, a colleague or a page says of a model: side by side, unverified until somebody measures.
CREATE TABLE model_claim (
    id          uuid PRIMARY KEY,
    model_key   text NOT NULL,
    about       text NOT NULL CHECK (about IN ('filters', 'noise', 'latitude', 'other')),
    claim       text NOT NULL CHECK (length(claim) BETWEEN 3 AND 200),
    claim_source text NOT NULL CHECK (length(claim_source) BETWEEN 2 AND 120),
    added_by    text NOT NULL CHECK (length(added_by) BETWEEN 1 AND 80),
    added_at    timestamptz NOT NULL,
    removed_by  text CHECK (length(removed_by) BETWEEN 1 AND 80),
    removed_at  timestamptz,
    CHECK ((removed_at IS NULL) = (removed_by IS NULL))
);
CREATE INDEX model_claim_by_model ON model_claim (model_key, added_at);

CREATE FUNCTION refuse_change_of_accepted() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
    -- A withdrawal is the one thing that may still be written, once.
    IF TG_OP = 'UPDATE' AND OLD.withdrawn_at IS NULL
        AND (to_jsonb(NEW) - ARRAY['withdrawn_by', 'withdrawn_at', 'withdrawn_why']) = (to_jsonb(OLD) - ARRAY['withdrawn_by', 'withdrawn_at', 'withdrawn_why']) THEN
        RETURN NEW;
    END IF;
    RAISE EXCEPTION '% is immutable: it is accepted', TG_TABLE_NAME USING ERRCODE = 'GN001';
END $$;
CREATE TRIGGER accepted_figure_is_immutable BEFORE UPDATE OR DELETE ON unit_figure
    FOR EACH ROW WHEN (OLD.accepted_at IS NOT NULL AND pg_trigger_depth() = 0) EXECUTE FUNCTION refuse_change_of_accepted();

-- The lock makes a picture and an acceptance of one moment wait for each other, whoever writes them.
CREATE FUNCTION refuse_take_of_accepted() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
    held record;
BEGIN
    FOR held IN SELECT accepted_at FROM unit_figure WHERE id IN (NEW.figure_id, OLD.figure_id) ORDER BY id FOR SHARE LOOP
        IF held.accepted_at IS NOT NULL THEN
            RAISE EXCEPTION '% is immutable: the measurement is accepted', TG_TABLE_NAME USING ERRCODE = 'GN001';
        END IF;
    END LOOP;
    RETURN COALESCE(NEW, OLD);
END $$;
CREATE TRIGGER take_of_accepted_figure_is_immutable BEFORE INSERT OR UPDATE OR DELETE ON figure_take
    FOR EACH ROW EXECUTE FUNCTION refuse_take_of_accepted();

CREATE FUNCTION refuse_picture_of_accepted() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
    PERFORM 1 FROM figure_take t JOIN unit_figure f ON f.id = t.figure_id WHERE t.picture_id = OLD.id AND f.accepted_at IS NOT NULL;
    IF FOUND AND (TG_OP = 'DELETE' OR (NEW.document, NEW.sha256, NEW.preview) IS DISTINCT FROM (OLD.document, OLD.sha256, OLD.preview)) THEN
        RAISE EXCEPTION 'picture is immutable: a measurement with it is accepted' USING ERRCODE = 'GN001';
    END IF;
    RETURN COALESCE(NEW, OLD);
END $$;
CREATE TRIGGER picture_of_accepted_figure_is_immutable BEFORE UPDATE OR DELETE ON picture
    FOR EACH ROW EXECUTE FUNCTION refuse_picture_of_accepted();

GRANT SELECT, INSERT, DELETE ON unit_figure, figure_take TO gold_notch_site;
GRANT UPDATE (document, version, changed_by, changed_at, accepted_by, accepted_by_id, accepted_at, accepted, used, withdrawn_by, withdrawn_at, withdrawn_why)
    ON unit_figure TO gold_notch_site;
GRANT UPDATE (picture_id, document, taken_by, taken_at, version) ON figure_take TO gold_notch_site;
GRANT SELECT, INSERT ON model_claim TO gold_notch_site;
GRANT UPDATE (removed_by, removed_at) ON model_claim TO gold_notch_site;
