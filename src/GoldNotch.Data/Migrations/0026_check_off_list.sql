-- What the department asks for at a check-off; null: as the application came.
ALTER TABLE department ADD COLUMN check_off_list jsonb CHECK (jsonb_typeof(check_off_list) = 'object');

-- What somebody had, the newest first.
CREATE INDEX loan_by_borrower_newest ON loan (borrower_id, out_at DESC) WHERE borrower_id IS NOT NULL;
