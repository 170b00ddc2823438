-- What people edit says how often it was changed: a form that was opened on an older state is told so.
ALTER TABLE setting ADD COLUMN version INT UNSIGNED NOT NULL DEFAULT 1;
UPDATE setting f JOIN setting v ON v.name = 'formsVersion' SET f.version = CAST(v.value AS UNSIGNED) WHERE f.name = 'forms';
DELETE FROM setting WHERE name = 'formsVersion';
ALTER TABLE customer ADD COLUMN version INT UNSIGNED NOT NULL DEFAULT 1;
