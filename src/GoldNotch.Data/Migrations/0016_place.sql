-- What the department is called and in which time zone its calls are; empty where nobody has said.
ALTER TABLE department
    ADD COLUMN name text NOT NULL DEFAULT '' CHECK (length(name) <= 80),
    ADD COLUMN time_zone text NOT NULL DEFAULT '' CHECK (length(time_zone) <= 60);
