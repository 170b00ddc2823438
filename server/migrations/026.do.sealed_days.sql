-- Every closing is sealed over what its day holds and over the closing before it; older ones were closed without.
ALTER TABLE day_close
  ADD COLUMN seal CHAR(64) NULL,
  ADD COLUMN after_id INT UNSIGNED NULL,
  ADD FOREIGN KEY (after_id) REFERENCES day_close (id);
-- The day a grade was given on: it is sealed with that day.
ALTER TABLE grade ADD COLUMN on_day DATE NULL, ADD KEY (on_day);
-- Movements of before a record of their own was kept beside them: `npm run verify` asks none of them.
CREATE TABLE older_movement (
  id INT UNSIGNED PRIMARY KEY,
  FOREIGN KEY (id) REFERENCES movement (id)
);
INSERT INTO older_movement SELECT m.id FROM movement m LEFT JOIN stock_count c ON c.movement_id = m.id WHERE m.kind = 'count' AND c.id IS NULL;
