-- Every setting of the work can be read off a camera.
ALTER TABLE check_reading DROP CONSTRAINT check_reading_setting_check;
ALTER TABLE check_reading ADD CONSTRAINT check_reading_setting_check CHECK (setting IN (
    'kit-counted', 'tripod-plate', 'spare-cells', 'lens-cap', 'battery-seated', 'mains-adapter', 'running-minutes',
    'card-seated', 'card-speed', 'file-system', 'card-cleared', 'card-formatted', 'slot-mode', 'record-to',
    'card-minutes', 'factory-reset', 'clock', 'language', 'full-auto', 'record-format', 'high-rate', 'codec',
    'bit-rate', 'aspect', 'squeeze', 'output', 'shutter', 'base', 'gain', 'gain-limit', 'extra-gain', 'nd',
    'iris-mode', 'iris-opening', 'exposure-shift', 'white-balance', 'tint', 'focus-mode', 'lens-focus', 'zoom-mode',
    'digital-zoom', 'stabiliser', 'eyepiece', 'eye-sensor', 'profile', 'viewing-look', 'zebra', 'peaking',
    'magnifier', 'markers', 'aspect-guide', 'exposure-colours', 'histogram', 'button-1', 'button-2', 'button-3',
    'input-1', 'input-2', 'phantom-1', 'phantom-2', 'channel-1', 'channel-2', 'sound-mode', 'peak-level', 'low-cut',
    'pad', 'limiter', 'sound-format', 'headphones', 'wireless-cells', 'timecode-count', 'timecode-run',
    'timecode-hour', 'black-reference', 'test-clip', 'short-list', 'clips-copied', 'reset-after', 'packed',
    'charged', 'kit-back', 'faults-noted'));

-- Who wrote and who approved; a draft counts its changes so that two people do not overwrite each other.
ALTER TABLE standard_version ADD COLUMN revision integer NOT NULL DEFAULT 1 CHECK (revision >= 1);
ALTER TABLE standard_version ADD COLUMN changed_by text NOT NULL DEFAULT '' CHECK (length(changed_by) <= 80);
ALTER TABLE standard_version ADD COLUMN changed_at timestamptz NOT NULL DEFAULT now();
ALTER TABLE standard_version ADD COLUMN approved_by text CHECK (length(approved_by) BETWEEN 1 AND 80);
ALTER TABLE standard_version ADD COLUMN approved_at timestamptz;
CREATE UNIQUE INDEX one_draft_version ON standard_version (key) WHERE state = 'draft';

ALTER TABLE camera_model ADD COLUMN changed_by text NOT NULL DEFAULT '' CHECK (length(changed_by) <= 80);
ALTER TABLE camera_model ADD COLUMN changed_at timestamptz NOT NULL DEFAULT now();

-- What was measured on this very unit.
ALTER TABLE camera_unit ADD COLUMN filters jsonb;
ALTER TABLE camera_unit ADD COLUMN colour_offset_mired double precision CHECK (colour_offset_mired BETWEEN -200 AND 200);
ALTER TABLE camera_unit ADD COLUMN due_back date;

-- Sheets are worked out again whenever they are asked for; their counts are kept, so that sixty by sixty are shown at once.
-- made_by names the build of the core that counted: another build may count otherwise, and then counts again.
CREATE TABLE coverage_cell (
    standard_key        text NOT NULL,
    standard_version    integer NOT NULL,
    standard_revision   integer NOT NULL,
    model_key           text NOT NULL,
    model_version       integer NOT NULL,
    exact               integer NOT NULL CHECK (exact >= 0),
    compromise          integer NOT NULL CHECK (compromise >= 0),
    not_possible        integer NOT NULL CHECK (not_possible >= 0),
    look                integer NOT NULL CHECK (look >= 0),
    findings            integer NOT NULL CHECK (findings >= 0),
    matters_setting     text NOT NULL,
    light_left          text NOT NULL,
    notable             text NOT NULL,
    made_by             uuid NOT NULL,
    PRIMARY KEY (standard_key, standard_version, model_key, model_version),
    FOREIGN KEY (standard_key, standard_version) REFERENCES standard_version (key, version) ON DELETE CASCADE,
    FOREIGN KEY (model_key, model_version) REFERENCES camera_model (key, version)
);

-- A finding is accepted as it read; when it comes to say something else it is open again.
CREATE TABLE accepted_finding (
    standard_key    text NOT NULL,
    model_key       text NOT NULL,
    rule_id         text NOT NULL CHECK (length(rule_id) BETWEEN 1 AND 60),
    setting         text NOT NULL,
    sentence        text NOT NULL,
    reason          text NOT NULL CHECK (length(reason) BETWEEN 3 AND 400),
    accepted_by     text NOT NULL CHECK (length(accepted_by) BETWEEN 1 AND 80),
    accepted_at     timestamptz NOT NULL DEFAULT now(),
    PRIMARY KEY (standard_key, model_key, rule_id, setting)
);

CREATE TABLE waiver (
    id              uuid PRIMARY KEY,
    standard_key    text NOT NULL,
    setting         text NOT NULL,
    model_key       text,
    unit_tag        text REFERENCES camera_unit (tag) ON UPDATE CASCADE,
    reason          text NOT NULL CHECK (length(reason) BETWEEN 3 AND 400),
    author          text NOT NULL CHECK (length(author) BETWEEN 1 AND 80),
    made_at         timestamptz NOT NULL DEFAULT now(),
    expires_on      date NOT NULL,
    ended_by        text CHECK (length(ended_by) BETWEEN 1 AND 80),
    ended_at        timestamptz,
    CHECK ((model_key IS NULL) <> (unit_tag IS NULL)),
    CHECK ((ended_by IS NULL) = (ended_at IS NULL))
);
CREATE INDEX waiver_by_standard ON waiver (standard_key, expires_on);

-- A new stamp ends every session of a person.
ALTER TABLE person ADD COLUMN stamp uuid NOT NULL DEFAULT gen_random_uuid();
ALTER TABLE person ADD COLUMN active boolean NOT NULL DEFAULT true;
ALTER TABLE person ADD COLUMN version integer NOT NULL DEFAULT 1 CHECK (version >= 1);

CREATE INDEX audit_entry_by_subject ON audit_entry (subject, id DESC);

-- Approving changes state and names the person; an approved version may then only be retired.
CREATE OR REPLACE FUNCTION refuse_change_of_approved() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
    IF TG_OP = 'UPDATE' AND OLD.state = 'approved' AND NEW.state = 'retired'
       AND (NEW.key, NEW.version, NEW.name, NEW.document, NEW.revision, NEW.changed_by, NEW.changed_at, NEW.approved_by, NEW.approved_at)
           IS NOT DISTINCT FROM
           (OLD.key, OLD.version, OLD.name, OLD.document, OLD.revision, OLD.changed_by, OLD.changed_at, OLD.approved_by, OLD.approved_at) THEN
        RETURN NEW;
    END IF;
    RAISE EXCEPTION 'standard_version is immutable: it was approved' USING ERRCODE = 'GN001';
END $$;
