-- What holds for the whole department: one row.
CREATE TABLE department (
    only_one boolean PRIMARY KEY DEFAULT true CHECK (only_one),
    mains_hz double precision NOT NULL DEFAULT 60 CHECK (mains_hz BETWEEN 10 AND 1000),
    version int NOT NULL DEFAULT 1
);
INSERT INTO department DEFAULT VALUES;

-- An offset of 0 was written whether somebody meant it or not; left out it follows the standard.
UPDATE line_up SET document = document - 'offsetStops' WHERE document->>'offsetStops' IS NULL OR (document->>'offsetStops')::numeric = 0;
