-- Each thing a shop decides: who decided it and when. NULL stands for what the program ships.
ALTER TABLE setting
  MODIFY value JSON NULL,
  ADD COLUMN changed_by INT UNSIGNED NULL,
  ADD COLUMN changed_at DATETIME(3) NULL,
  ADD CONSTRAINT setting_changed_by FOREIGN KEY (changed_by) REFERENCES staff (id);
-- Hours of each weekday, Sunday first, in place of one closing time and the weekdays traded.
INSERT INTO setting (name, value)
SELECT 'hours', CONCAT('[', GROUP_CONCAT(
    IF(JSON_CONTAINS(w.days, CAST(d.day AS CHAR)), CONCAT('{"opens":', LEAST(480, c.closes), ',"closes":', c.closes, '}'), 'null')
    ORDER BY d.day), ']')
FROM (SELECT 0 AS day UNION SELECT 1 UNION SELECT 2 UNION SELECT 3 UNION SELECT 4 UNION SELECT 5 UNION SELECT 6) AS d
CROSS JOIN (SELECT COALESCE((SELECT value FROM setting WHERE name = 'weekdays'), '[1,2,3,4,5,6]') AS days) AS w
CROSS JOIN (SELECT CAST(COALESCE((SELECT value FROM setting WHERE name = 'closesAt'), '1080') AS UNSIGNED) AS closes) AS c
WHERE EXISTS (SELECT 1 FROM setting WHERE name IN ('weekdays', 'closesAt'))
HAVING COUNT(*) > 0;
DELETE FROM setting WHERE name IN ('weekdays', 'closesAt');
