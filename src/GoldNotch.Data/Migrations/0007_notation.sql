-- How each person reads quantities, times and dates.
ALTER TABLE person
    ADD COLUMN iris_style text NOT NULL DEFAULT 'dial' CHECK (iris_style IN ('dial', 'thirds')),
    ADD COLUMN white_balance_style text NOT NULL DEFAULT 'kelvin' CHECK (white_balance_style IN ('kelvin', 'mired')),
    ADD COLUMN clock_style text NOT NULL DEFAULT 'browser' CHECK (clock_style IN ('browser', 'hours24', 'hours12')),
    ADD COLUMN date_order text NOT NULL DEFAULT 'browser' CHECK (date_order IN ('browser', 'dayfirst', 'monthfirst', 'yearfirst'));
