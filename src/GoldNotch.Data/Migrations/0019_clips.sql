-- Clips that were judged: what each says of itself, what its frames and its sound hold. What is said of them is worked out from these figures.
CREATE TABLE clip (
    id          uuid PRIMARY KEY,
    name        text NOT NULL CHECK (length(name) BETWEEN 1 AND 200),
    unit_tag    text REFERENCES camera_unit (tag) ON UPDATE CASCADE,
    check_id    uuid REFERENCES check_run (id),
    stage       text NOT NULL DEFAULT 'found' CHECK (stage IN ('found', 'left')),
    added_by    text NOT NULL CHECK (length(added_by) BETWEEN 1 AND 80),
    added_by_id uuid NOT NULL REFERENCES person (id),
    added_at    timestamptz NOT NULL,
    bytes       bigint NOT NULL CHECK (bytes > 0),
    sha256      bytea NOT NULL CHECK (length(sha256) = 32),
    state       text NOT NULL DEFAULT 'judging' CHECK (state IN ('judging', 'judged', 'refused')),
    refusal     text NOT NULL DEFAULT '' CHECK (length(refusal) <= 1000),
    document    jsonb,
    CHECK ((state = 'judged') = (document IS NOT NULL))
);
CREATE INDEX clip_by_time ON clip (added_at DESC, id DESC);
CREATE INDEX clip_by_unit ON clip (unit_tag, added_at DESC, id DESC);

-- A clip that counts in a check, with what it answered of each notch.
CREATE TABLE check_clip (
    clip_id     uuid PRIMARY KEY REFERENCES clip (id) ON DELETE CASCADE,
    check_id    uuid NOT NULL REFERENCES check_run (id),
    answers     jsonb NOT NULL
);
CREATE INDEX check_clip_by_check ON check_clip (check_id);

-- A reading that a clip gave is told apart from one that a person or the camera gave.
ALTER TABLE check_reading ADD COLUMN from_clip boolean NOT NULL DEFAULT false;
ALTER TABLE check_rival ADD COLUMN from_clip boolean NOT NULL DEFAULT false;

CREATE TRIGGER clip_of_signed_check_is_immutable BEFORE INSERT OR UPDATE OR DELETE ON check_clip
    FOR EACH ROW EXECUTE FUNCTION refuse_reading_of_signed();

CREATE FUNCTION refuse_change_of_judged_clip() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
    PERFORM 1 FROM check_clip c JOIN check_run r ON r.id = c.check_id WHERE c.clip_id = OLD.id AND r.signed_at IS NOT NULL;
    IF FOUND AND (TG_OP = 'DELETE' OR (NEW.document, NEW.sha256, NEW.state) IS DISTINCT FROM (OLD.document, OLD.sha256, OLD.state)) THEN
        RAISE EXCEPTION 'clip is immutable: a check with it is signed' USING ERRCODE = 'GN001';
    END IF;
    RETURN COALESCE(NEW, OLD);
END $$;
CREATE TRIGGER judged_clip_of_signed_check_is_immutable BEFORE UPDATE OR DELETE ON clip
    FOR EACH ROW EXECUTE FUNCTION refuse_change_of_judged_clip();

GRANT SELECT, INSERT, DELETE ON clip, check_clip TO gold_notch_site;
GRANT UPDATE (state, refusal, document) ON clip TO gold_notch_site;
