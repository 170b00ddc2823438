-- The bench, whole: several forms from one fish, cutters, schools, timers, sweeps in two passes, labels.
ALTER TABLE lot ADD COLUMN scaled ENUM('no', 'part', 'yes') NOT NULL DEFAULT 'no';
ALTER TABLE staff ADD COLUMN schools VARCHAR(2000) NOT NULL DEFAULT '{}';
ALTER TABLE order_line ADD COLUMN options VARCHAR(1000) NOT NULL DEFAULT '[]';

-- What one ticket cuts: a line of an order, or pieces for the counter.
CREATE TABLE ticket_cut (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  ticket_id INT UNSIGNED NOT NULL,
  line_id INT UNSIGNED NULL UNIQUE,
  form VARCHAR(40) NOT NULL,
  pieces INT UNSIGNED NULL,
  piece_grams INT UNSIGNED NULL,
  total_grams INT UNSIGNED NULL,
  options VARCHAR(1000) NOT NULL DEFAULT '[]',
  KEY (ticket_id),
  FOREIGN KEY (ticket_id) REFERENCES ticket (id),
  FOREIGN KEY (line_id) REFERENCES order_line (id)
);
INSERT INTO ticket_cut (ticket_id, line_id, form, pieces, piece_grams, total_grams)
  SELECT t.id, l.id, l.form, l.pieces, l.piece_grams, l.total_grams FROM ticket t JOIN order_line l ON l.id = t.line_id;

ALTER TABLE ticket
  ADD COLUMN species_id VARCHAR(40) NULL AFTER number,
  ADD COLUMN due_at DATETIME(3) NULL,
  ADD COLUMN step_id VARCHAR(20) NOT NULL DEFAULT 'check',
  ADD COLUMN step_at DATETIME(3) NULL,
  ADD COLUMN cutter_id INT UNSIGNED NULL,
  ADD COLUMN paused_why VARCHAR(200) NULL,
  ADD COLUMN schools VARCHAR(2000) NOT NULL DEFAULT '{}',
  ADD COLUMN done_ahead VARCHAR(500) NOT NULL DEFAULT '[]',
  ADD COLUMN frame_grade TINYINT UNSIGNED NULL,
  ADD COLUMN norm_minutes DOUBLE NULL,
  ADD FOREIGN KEY (cutter_id) REFERENCES staff (id);
UPDATE ticket t JOIN order_line l ON l.id = t.line_id JOIN customer_order o ON o.id = l.order_id
  SET t.species_id = l.species_id, t.due_at = o.due_at, t.cutter_id = COALESCE(t.closed_by, t.cutter_id);
ALTER TABLE ticket MODIFY species_id VARCHAR(40) NOT NULL, MODIFY due_at DATETIME(3) NOT NULL,
  ADD FOREIGN KEY (species_id) REFERENCES species (id);
ALTER TABLE ticket DROP FOREIGN KEY ticket_ibfk_1;
ALTER TABLE ticket DROP INDEX line_id;
ALTER TABLE ticket DROP COLUMN line_id, DROP COLUMN step;

-- Seconds each cutter spent on each step, pauses left out.
CREATE TABLE ticket_time (
  ticket_id INT UNSIGNED NOT NULL,
  step_id VARCHAR(20) NOT NULL,
  staff_id INT UNSIGNED NOT NULL,
  seconds INT UNSIGNED NOT NULL,
  PRIMARY KEY (ticket_id, step_id, staff_id),
  FOREIGN KEY (ticket_id) REFERENCES ticket (id),
  FOREIGN KEY (staff_id) REFERENCES staff (id)
);

CREATE TABLE ticket_timer (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  ticket_id INT UNSIGNED NOT NULL,
  name VARCHAR(60) NOT NULL,
  started_at DATETIME(3) NOT NULL,
  ends_at DATETIME(3) NOT NULL,
  answered_at DATETIME(3) NULL,
  KEY (answered_at),
  FOREIGN KEY (ticket_id) REFERENCES ticket (id)
);

-- Both passes of the sweep; broken bones by their place.
CREATE TABLE bone_pass (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  ticket_id INT UNSIGNED NOT NULL,
  pass TINYINT UNSIGNED NOT NULL CHECK (pass IN (1, 2)),
  staff_id INT UNSIGNED NOT NULL,
  at DATETIME(3) NOT NULL,
  found INT UNSIGNED NOT NULL,
  broken VARCHAR(1000) NOT NULL DEFAULT '[]',
  KEY (ticket_id),
  FOREIGN KEY (ticket_id) REFERENCES ticket (id),
  FOREIGN KEY (staff_id) REFERENCES staff (id)
);
INSERT INTO bone_pass (ticket_id, pass, staff_id, at, found)
  SELECT id, 2, sweep_by, sweep_at, sweep_bones FROM ticket WHERE sweep_by IS NOT NULL;
ALTER TABLE ticket DROP FOREIGN KEY ticket_ibfk_2;
ALTER TABLE ticket DROP COLUMN sweep_by, DROP COLUMN sweep_at, DROP COLUMN sweep_bones;

ALTER TABLE weigh_out
  ADD COLUMN cut_id INT UNSIGNED NULL,
  ADD COLUMN tub VARCHAR(40) NOT NULL DEFAULT '',
  ADD COLUMN tare_grams INT UNSIGNED NOT NULL DEFAULT 0,
  ADD FOREIGN KEY (cut_id) REFERENCES ticket_cut (id);
UPDATE weigh_out w JOIN ticket_cut c ON c.ticket_id = w.ticket_id SET w.cut_id = c.id WHERE w.kind = 'order';

-- Labels of pieces: what was printed is kept as it was printed.
CREATE TABLE label (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  weigh_out_id INT UNSIGNED NOT NULL,
  size VARCHAR(12) NOT NULL,
  content VARCHAR(4000) NOT NULL,
  made_at DATETIME(3) NOT NULL,
  made_by INT UNSIGNED NOT NULL,
  prints INT UNSIGNED NOT NULL DEFAULT 0,
  void_at DATETIME(3) NULL,
  void_by INT UNSIGNED NULL,
  void_why VARCHAR(200) NULL,
  KEY (weigh_out_id),
  FOREIGN KEY (weigh_out_id) REFERENCES weigh_out (id),
  FOREIGN KEY (made_by) REFERENCES staff (id),
  FOREIGN KEY (void_by) REFERENCES staff (id)
);

-- The shop's own item numbers, as its barcodes carry them.
CREATE TABLE item_number (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  species_id VARCHAR(40) NOT NULL,
  item VARCHAR(40) NOT NULL,
  UNIQUE (species_id, item),
  FOREIGN KEY (species_id) REFERENCES species (id)
);
