-- What is written down of the audit log to hold it against later is a checkpoint, here as on its page.
ALTER TABLE backup_run RENAME COLUMN audit_mark TO audit_checkpoint;
