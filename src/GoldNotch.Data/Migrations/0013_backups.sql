-- What the backup command did: written by the owner after the copy was restored into a scratch database and found equal. The site reads it.
CREATE TABLE backup_run (
    id          uuid PRIMARY KEY,
    taken_at    timestamptz NOT NULL,
    file        text NOT NULL CHECK (length(file) BETWEEN 1 AND 400),
    bytes       bigint NOT NULL CHECK (bytes >= 0),
    audit_mark  text NOT NULL,
    good        boolean NOT NULL,
    why         text NOT NULL DEFAULT ''
);
CREATE INDEX backup_run_newest ON backup_run (taken_at DESC);
GRANT SELECT ON backup_run TO gold_notch_site;
