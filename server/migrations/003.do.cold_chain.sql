-- Places with their temperatures. `account` is the place in the ledger.
CREATE TABLE place (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  account VARCHAR(24) NOT NULL UNIQUE,
  name VARCHAR(40) NOT NULL,
  set_tenths SMALLINT NOT NULL,
  -- Warm above this; null where nothing is kept for long.
  limit_tenths SMALLINT NULL,
  sensor VARCHAR(20) NULL UNIQUE,
  -- Counts the writes of readings, so that a process fetches only what it has not seen.
  revision INT UNSIGNED NOT NULL DEFAULT 0,
  version INT UNSIGNED NOT NULL DEFAULT 1
);
INSERT INTO place (account, name, set_tenths, limit_tenths, sensor) VALUES
  ('place:cold_room', 'Cold room', 5, 20, 'cold-room'),
  ('place:slab', 'Slab', 10, 40, 'slab'),
  ('place:display', 'Display case', 15, 40, 'display'),
  ('place:freezer', 'Freezer', -210, -180, 'freezer'),
  ('place:van', 'Van', 20, 40, 'van'),
  ('place:order_shelf', 'Order shelf', 10, 40, 'order-shelf'),
  ('place:bench', 'Bench', 120, NULL, NULL);

CREATE TABLE reading (
  place_id INT UNSIGNED NOT NULL,
  at DATETIME(3) NOT NULL,
  source ENUM('sensor', 'probe') NOT NULL,
  tenths SMALLINT NOT NULL,
  revision INT UNSIGNED NOT NULL,
  staff_id INT UNSIGNED NULL,
  PRIMARY KEY (place_id, at, source),
  KEY (place_id, revision),
  FOREIGN KEY (place_id) REFERENCES place (id),
  FOREIGN KEY (staff_id) REFERENCES staff (id)
);

-- What someone did about a warm or silent stretch.
CREATE TABLE alarm_answer (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  place_id INT UNSIGNED NOT NULL,
  kind ENUM('warm', 'silent') NOT NULL,
  from_at DATETIME(3) NOT NULL,
  upto_at DATETIME(3) NOT NULL,
  done VARCHAR(500) NOT NULL,
  answered_by INT UNSIGNED NOT NULL,
  answered_at DATETIME(3) NOT NULL,
  KEY (place_id, upto_at),
  FOREIGN KEY (place_id) REFERENCES place (id),
  FOREIGN KEY (answered_by) REFERENCES staff (id)
);

-- Core temperatures of a lot: at the door, at its grades, and whenever someone probes it again.
CREATE TABLE lot_probe (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  lot_id INT UNSIGNED NOT NULL,
  at DATETIME(3) NOT NULL,
  tenths SMALLINT NOT NULL,
  staff_id INT UNSIGNED NOT NULL,
  KEY (lot_id, at),
  FOREIGN KEY (lot_id) REFERENCES lot (id),
  FOREIGN KEY (staff_id) REFERENCES staff (id)
);
INSERT INTO lot_probe (lot_id, at, tenths, staff_id)
  SELECT lot_id, graded_at, core_tenths, graded_by FROM grade WHERE core_tenths IS NOT NULL;

-- A test that cleared a lot whose histamine account was full.
ALTER TABLE lot
  ADD COLUMN histamine_clearance VARCHAR(500) NULL AFTER remarks,
  ADD COLUMN cleared_by INT UNSIGNED NULL AFTER histamine_clearance,
  ADD CONSTRAINT lot_cleared_by FOREIGN KEY (cleared_by) REFERENCES staff (id);

DELETE FROM setting WHERE name = 'storageTenths';
