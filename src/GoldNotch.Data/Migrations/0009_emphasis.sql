-- Plans are compared by what their faults cost. The strategy that put noise before all else is an emphasis now.
UPDATE line_up SET document = document || '{"strategy": "own-base", "emphasis": "low-noise"}' WHERE document ->> 'strategy' = 'gain-last';
