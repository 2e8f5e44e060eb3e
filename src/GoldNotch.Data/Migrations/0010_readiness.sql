-- A unit is ready only where all that must be right was read, nothing an earlier check left wrong was passed over, and it has not been away since.
ALTER TABLE unit_state ADD COLUMN unread_required text[] NOT NULL DEFAULT '{}';
ALTER TABLE unit_state ADD COLUMN earlier text[] NOT NULL DEFAULT '{}';
ALTER TABLE camera_unit ADD COLUMN came_back timestamptz;

UPDATE unit_state s SET unread_required = coalesce((
    SELECT array_agg(line->'notch'->>'setting')
    FROM signed_check c, jsonb_array_elements(c.document->'lines') line
    WHERE c.check_id = s.check_id AND lower(line->'now'->>'kind') = 'unread' AND line->'notch'->>'importance' = 'must'
      AND line->'notch'->>'setting' NOT IN ('short-list', 'clips-copied', 'reset-after', 'packed', 'charged', 'kit-back', 'faults-noted')), '{}');
