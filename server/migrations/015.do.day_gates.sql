-- Whoever writes into a day goes through one of its gates, and closing the day goes through all of them. Several
-- database servers that certify each other's changes compare what was written, not what was held: so each leaves a mark.
CREATE TABLE day_gate (
  day DATE NOT NULL,
  gate TINYINT UNSIGNED NOT NULL,
  passed INT UNSIGNED NOT NULL DEFAULT 0,
  PRIMARY KEY (day, gate)
);
INSERT INTO day_gate (day, gate) SELECT d.day, g.gate FROM trading_day d CROSS JOIN (
  SELECT 0 AS gate UNION SELECT 1 UNION SELECT 2 UNION SELECT 3 UNION SELECT 4 UNION SELECT 5 UNION SELECT 6 UNION SELECT 7
  UNION SELECT 8 UNION SELECT 9 UNION SELECT 10 UNION SELECT 11 UNION SELECT 12 UNION SELECT 13 UNION SELECT 14 UNION SELECT 15
) g;
