-- Tries of exercises: what each was made from, so that it is the same whenever it is opened, and what came of it. A try belongs to its person alone.
CREATE TABLE practice_try (
    id               uuid PRIMARY KEY,
    person_id        uuid NOT NULL REFERENCES person (id),
    kind             text NOT NULL CHECK (kind IN ('find-control', 'set-to-sheet', 'looks-wrong', 'light-changed', 'two-cameras', 'before-and-after')),
    model_key        text NOT NULL,
    model_version    integer NOT NULL,
    standard_key     text NOT NULL,
    standard_version integer NOT NULL,
    seed             integer NOT NULL,
    level            integer NOT NULL CHECK (level BETWEEN 1 AND 3),
    source           jsonb NOT NULL,
    mark             text NOT NULL CHECK (length(mark) = 64),
    begun_at         timestamptz NOT NULL,
    work             jsonb NOT NULL,
    version          integer NOT NULL DEFAULT 1 CHECK (version >= 1),
    finished_at      timestamptz,
    passed           boolean,
    result           jsonb,
    FOREIGN KEY (model_key, model_version) REFERENCES camera_model (key, version),
    CHECK ((finished_at IS NULL) = (passed IS NULL) AND (finished_at IS NULL) = (result IS NULL))
);
CREATE INDEX practice_try_by_person ON practice_try (person_id, begun_at DESC);
CREATE INDEX practice_try_by_model ON practice_try (model_key, kind, finished_at) WHERE finished_at IS NOT NULL;
CREATE TRIGGER finished_try_is_immutable BEFORE UPDATE OR DELETE ON practice_try
    FOR EACH ROW WHEN (OLD.finished_at IS NOT NULL) EXECUTE FUNCTION refuse_change('the try is finished');
GRANT SELECT, INSERT, DELETE ON practice_try TO gold_notch_site;
GRANT UPDATE (work, version, finished_at, passed, result) ON practice_try TO gold_notch_site;
