-- A line-up is written and read whole; what is asked of many of them stands in columns of its own.
CREATE TABLE line_up (
    id          uuid PRIMARY KEY,
    name        text NOT NULL CHECK (length(name) BETWEEN 1 AND 80),
    place       text NOT NULL CHECK (length(place) <= 120),
    call_at     timestamptz,
    document    jsonb NOT NULL,
    version     integer NOT NULL DEFAULT 1 CHECK (version >= 1),
    changed_by  text NOT NULL CHECK (length(changed_by) BETWEEN 1 AND 80),
    changed_at  timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX line_up_newest ON line_up (changed_at DESC, id DESC);

-- Which units are wanted when, so that a camera is not promised twice.
CREATE TABLE line_up_camera (
    line_up_id  uuid NOT NULL REFERENCES line_up (id) ON DELETE CASCADE,
    letter      text NOT NULL CHECK (letter ~ '^[A-Z]{1,3}$'),
    unit_tag    text NOT NULL CHECK (length(unit_tag) BETWEEN 1 AND 30),
    PRIMARY KEY (line_up_id, letter)
);
CREATE INDEX line_up_camera_by_unit ON line_up_camera (unit_tag);

-- A check may be of a shoot sheet: the values of the plan are frozen with it, as the card is.
ALTER TABLE check_run ADD COLUMN shoot jsonb;
ALTER TABLE check_run ADD COLUMN shoot_name text NOT NULL DEFAULT '' CHECK (length(shoot_name) <= 120);
