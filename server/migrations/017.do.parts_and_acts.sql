-- The fish on the board: cutting methods by their name, what grading saw kept on the lot, options on counter tickets.
ALTER TABLE staff CHANGE COLUMN schools methods VARCHAR(2000) NOT NULL DEFAULT '{}';
ALTER TABLE ticket CHANGE COLUMN schools methods VARCHAR(2000) NOT NULL DEFAULT '{}';
UPDATE setting SET name = 'methods' WHERE name = 'schools';
-- Plans made before this are no longer read: the day is planned anew. Their tickets keep their marks.
UPDATE cut_plan SET problems = '[]', found = '{}', pinned = '[]';

ALTER TABLE ticket_cut ADD COLUMN thick_mm INT UNSIGNED NULL;
ALTER TABLE lot
  ADD COLUMN roe VARCHAR(10) NOT NULL DEFAULT 'unknown',
  ADD COLUMN rigor VARCHAR(10) NOT NULL DEFAULT 'unknown';
UPDATE lot l JOIN grade g ON g.id = l.grade_id
  SET l.roe = COALESCE(JSON_VALUE(g.observed, '$.roe'), 'unknown'),
      l.rigor = COALESCE(JSON_VALUE(g.observed, '$.rigor'), 'unknown')
  WHERE g.observed IS NOT NULL;

-- Open tickets go on at the act that took the place of their step.
UPDATE ticket SET step_id = CASE step_id
    WHEN 'fillet' THEN 'fillet_first'
    WHEN 'fillet_flat' THEN 'flat_eyed'
    WHEN 'fillet_wing' THEN 'wing_upper'
    WHEN 'steaks' THEN 'slices'
    WHEN 'troncon' THEN 'slices'
    WHEN 'skin_head' THEN 'skin_cut'
    WHEN 'strips_skins' THEN 'skins'
    ELSE step_id END
  WHERE state <> 'closed';

-- What a shop's own form keeps of its parts: fins, skin and bones of these are parts of their own now.
UPDATE setting SET value = (
    SELECT JSON_ARRAYAGG(JSON_SET(f.form, '$.share', LEAST(1, ROUND(JSON_VALUE(f.form, '$.share') / CASE COALESCE(JSON_VALUE(f.form, '$.like'), JSON_VALUE(f.form, '$.id'))
      WHEN 'pan_dressed' THEN 0.955
      WHEN 'skinned_whole' THEN 0.86
      WHEN 'skinned_head_off' THEN 0.93
      WHEN 'steaks' THEN 0.85
      WHEN 'troncon' THEN 0.85
      WHEN 'boneless_joint' THEN 0.567
      WHEN 'butterflied_tail' THEN 0.2474
      WHEN 'wing' THEN 0.89
      WHEN 'monk_tail' THEN 0.9
      WHEN 'stock_pack' THEN 0.9
      ELSE 1 END, 4))))
    FROM JSON_TABLE(setting.value, '$[*]' COLUMNS (form JSON PATH '$')) AS f)
  WHERE name = 'forms' AND JSON_LENGTH(value) > 0;
