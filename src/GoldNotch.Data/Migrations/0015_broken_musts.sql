-- Of what a model cannot meet, what breaks the standard. Cells of another build are counted again, so none keeps this zero.
ALTER TABLE coverage_cell ADD COLUMN broken_musts integer NOT NULL DEFAULT 0 CHECK (broken_musts BETWEEN 0 AND not_possible);
