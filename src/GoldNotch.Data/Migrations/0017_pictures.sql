-- Pictures that were measured: what is looked at (without anything a device writes beside it), what it was read by, its regions and their figures.
-- The file itself is not in the database; original says whether it was asked to be kept.
CREATE TABLE picture (
    id          uuid PRIMARY KEY,
    name        text NOT NULL CHECK (length(name) BETWEEN 1 AND 200),
    kind        text NOT NULL CHECK (kind IN ('png', 'jpeg', 'tiff', 'mov', 'matroska', 'mxf')),
    unit_tag    text REFERENCES camera_unit (tag) ON UPDATE CASCADE,
    added_by    text NOT NULL CHECK (length(added_by) BETWEEN 1 AND 80),
    added_by_id uuid NOT NULL REFERENCES person (id),
    added_at    timestamptz NOT NULL,
    bytes       bigint NOT NULL CHECK (bytes > 0),
    sha256      bytea NOT NULL CHECK (length(sha256) = 32),
    width       integer NOT NULL CHECK (width > 0),
    height      integer NOT NULL CHECK (height > 0),
    bits        integer NOT NULL CHECK (bits BETWEEN 8 AND 16),
    curve       text NOT NULL CHECK (length(curve) <= 40),
    is_2020     boolean NOT NULL,
    original    boolean NOT NULL DEFAULT false,
    preview     bytea NOT NULL,
    document    jsonb NOT NULL,
    version     integer NOT NULL DEFAULT 1 CHECK (version >= 1)
);
CREATE INDEX picture_by_time ON picture (added_at DESC, id DESC);
CREATE INDEX picture_by_unit ON picture (unit_tag, added_at DESC, id DESC);
GRANT SELECT, INSERT, DELETE ON picture TO gold_notch_site;
GRANT UPDATE (unit_tag, original, document, version) ON picture TO gold_notch_site;
