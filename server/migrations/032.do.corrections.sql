-- What was put right: what the record said before, what it says since, by whom and why.
CREATE TABLE correction (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  record ENUM('delivery', 'lot', 'ticket', 'sale', 'movement', 'order') NOT NULL,
  record_id INT UNSIGNED NOT NULL,
  -- The record as people call it: a code, a number, a name.
  name VARCHAR(120) NOT NULL,
  -- JSON: what of it, what it was, what it is now.
  changes VARCHAR(4000) NOT NULL,
  reason VARCHAR(200) NOT NULL,
  at DATETIME(3) NOT NULL,
  on_day DATE NOT NULL,
  staff_id INT UNSIGNED NOT NULL,
  KEY (record, record_id),
  KEY (on_day),
  FOREIGN KEY (staff_id) REFERENCES staff (id)
);

-- A lot landed twice is put right to nothing; its code is never given again.
ALTER TABLE lot
  MODIFY pieces INT UNSIGNED NOT NULL,
  MODIFY grams INT UNSIGNED NOT NULL,
  ADD CONSTRAINT lot_whole_or_nothing CHECK ((pieces > 0) = (grams > 0));

-- A grade given to what turned out to be another fish counts no more, and stays to be read.
ALTER TABLE grade
  ADD COLUMN void_at DATETIME(3) NULL,
  ADD COLUMN void_by INT UNSIGNED NULL,
  ADD CONSTRAINT grade_void_by FOREIGN KEY (void_by) REFERENCES staff (id);

-- A count that was wrong is taken back with its movement, and stays to be read.
ALTER TABLE stock_count ADD COLUMN void_at DATETIME(3) NULL;
