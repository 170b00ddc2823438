-- The ledger's guards belong to whoever runs the shop's database now.
DROP TRIGGER IF EXISTS movement_is_final;
DROP TRIGGER IF EXISTS movement_stays;
DROP TRIGGER IF EXISTS entry_is_final;
DROP TRIGGER IF EXISTS entry_stays;
CREATE TRIGGER movement_is_final BEFORE UPDATE ON movement FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'The ledger is append-only';
CREATE TRIGGER movement_stays BEFORE DELETE ON movement FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'The ledger is append-only';
CREATE TRIGGER entry_is_final BEFORE UPDATE ON entry FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'The ledger is append-only';
CREATE TRIGGER entry_stays BEFORE DELETE ON entry FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'The ledger is append-only';

-- Wrong PINs, counted by person and by where they were tried. Addresses nobody ever signed in from share the empty one:
-- a stranger shuts out strangers, never the shop.
CREATE TABLE sign_in_wait (
  staff_id INT UNSIGNED NOT NULL,
  address VARCHAR(45) NOT NULL,
  failures INT UNSIGNED NOT NULL,
  last_at DATETIME(3) NOT NULL,
  wait_until DATETIME(3) NULL,
  PRIMARY KEY (staff_id, address),
  FOREIGN KEY (staff_id) REFERENCES staff (id)
);
ALTER TABLE staff DROP COLUMN failures;
ALTER TABLE staff DROP COLUMN locked_until;

-- Who signed in from where, and who tried to. Old rows are thrown away by age.
CREATE TABLE sign_in (
  id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  at DATETIME(3) NOT NULL,
  -- Null for a name that is none of the shop's.
  staff_id INT UNSIGNED NULL,
  address VARCHAR(45) NOT NULL,
  outcome ENUM('in', 'wrong', 'waiting') NOT NULL,
  KEY (at),
  KEY known (address, outcome, at),
  FOREIGN KEY (staff_id) REFERENCES staff (id)
);

-- A session ends a day after it began, however busy it is.
ALTER TABLE session ADD KEY (created_at);
ALTER TABLE change_feed ADD KEY (at);
