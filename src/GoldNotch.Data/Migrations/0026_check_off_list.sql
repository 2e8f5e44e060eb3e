-- What the department asks for at a check-off; null: as the application came.
ALTER TABLE department ADD COLUMN check_off_list jsonb CHECK (jsonb_typeof(check_off_list) = 'object');
