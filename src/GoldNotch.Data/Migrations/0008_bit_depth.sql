-- A setting more: the bits of each sample of the recording.
ALTER TABLE check_reading DROP CONSTRAINT check_reading_setting_check;
ALTER TABLE check_reading ADD CONSTRAINT check_reading_setting_check CHECK (setting IN (
    'kit-counted', 'tripod-plate', 'spare-batteries', 'lens-cap', 'battery-seated', 'mains-adapter', 'running-minutes',
    'card-seated', 'card-speed', 'file-system', 'card-cleared', 'card-formatted', 'slot-mode', 'record-to', 'card-minutes',
    'factory-reset', 'clock', 'language', 'full-auto', 'record-format', 'high-rate', 'codec', 'bit-depth', 'bit-rate', 'aspect',
    'squeeze', 'video-output', 'shutter', 'base-iso', 'gain', 'gain-limit', 'gain-boost', 'nd', 'iris-control', 'iris',
    'auto-exposure-shift', 'white-balance', 'tint', 'focus-mode', 'lens-focus', 'zoom-mode', 'digital-zoom', 'stabiliser',
    'eyepiece', 'eye-sensor', 'profile', 'viewing-lut', 'zebra', 'peaking', 'magnifier', 'markers', 'aspect-guide',
    'false-colour', 'histogram', 'button-1', 'button-2', 'button-3', 'input-1', 'input-2', 'phantom-1', 'phantom-2',
    'channel-1', 'channel-2', 'audio-level-control', 'audio-peak-level', 'low-cut', 'pad', 'limiter', 'audio-format',
    'headphones', 'wireless-pair', 'timecode-count', 'timecode-run', 'timecode-hour', 'black-reference', 'test-clip',
    'short-list', 'clips-copied', 'reset-after', 'packed', 'charged', 'kit-back','faults-noted'));
