-- What a kit looks like when all of it is there: one photograph, replaced by the next.
CREATE TABLE kit_photo (
    unit_tag    text PRIMARY KEY REFERENCES camera_unit (tag) ON UPDATE CASCADE,
    id          uuid NOT NULL UNIQUE,
    width       integer NOT NULL CHECK (width BETWEEN 1 AND 1600),
    height      integer NOT NULL CHECK (height BETWEEN 1 AND 1600),
    jpeg        bytea NOT NULL CHECK (length(jpeg) <= 4194304),
    taken_by    text NOT NULL CHECK (length(taken_by) BETWEEN 1 AND 80),
    taken_at    timestamptz NOT NULL
);
GRANT SELECT, INSERT, DELETE ON kit_photo TO gold_notch_site;

-- How long things take in this department, minutes by name; null: as the application came.
ALTER TABLE department ADD COLUMN preparation jsonb CHECK (jsonb_typeof(preparation) = 'object');
