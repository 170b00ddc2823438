-- Grading schemes: a change is a new version, grades remember theirs.
CREATE TABLE scheme (
  id VARCHAR(20) NOT NULL,
  version INT UNSIGNED NOT NULL,
  body JSON NOT NULL,
  note VARCHAR(200) NOT NULL,
  made_by INT UNSIGNED NULL,
  made_at DATETIME(3) NOT NULL,
  PRIMARY KEY (id, version),
  FOREIGN KEY (made_by) REFERENCES staff (id)
);
ALTER TABLE grade ADD COLUMN observed JSON NULL AFTER fish;

-- Suppliers: the wording of a claim, and how their notes name their columns.
ALTER TABLE supplier
  ADD COLUMN claim_wording VARCHAR(1000) NOT NULL DEFAULT '',
  ADD COLUMN note_columns JSON NULL,
  ADD COLUMN dressed_means ENUM('headed_gutted', 'gutted') NULL,
  ADD COLUMN version INT UNSIGNED NOT NULL DEFAULT 1;

ALTER TABLE delivery ADD COLUMN drains ENUM('drains', 'stands', 'unknown') NOT NULL DEFAULT 'unknown' AFTER ice;

ALTER TABLE lot
  ADD COLUMN supplier_lot VARCHAR(40) NOT NULL DEFAULT '' AFTER caught_on,
  ADD COLUMN parent_id INT UNSIGNED NULL AFTER delivery_id,
  ADD COLUMN hold_reason VARCHAR(200) NULL,
  ADD COLUMN damage JSON NULL,
  ADD COLUMN slit ENUM('seen', 'missing', 'unasked') NOT NULL DEFAULT 'unasked' AFTER arrival_condition,
  ADD CONSTRAINT lot_parent FOREIGN KEY (parent_id) REFERENCES lot (id);

-- Big fish weighed and measured one by one.
CREATE TABLE lot_fish (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  lot_id INT UNSIGNED NOT NULL,
  grams INT UNSIGNED NOT NULL CHECK (grams > 0),
  weight_source ENUM('measured', 'typed', 'estimated') NOT NULL,
  length_mm INT UNSIGNED NULL,
  KEY (lot_id),
  FOREIGN KEY (lot_id) REFERENCES lot (id)
);

CREATE TABLE photo (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  lot_id INT UNSIGNED NOT NULL,
  width INT UNSIGNED NOT NULL,
  height INT UNSIGNED NOT NULL,
  bytes MEDIUMBLOB NOT NULL,
  caption VARCHAR(200) NOT NULL,
  taken_by INT UNSIGNED NOT NULL,
  taken_at DATETIME(3) NOT NULL,
  KEY (lot_id),
  FOREIGN KEY (lot_id) REFERENCES lot (id),
  FOREIGN KEY (taken_by) REFERENCES staff (id)
);

-- Claims against a supplier: part or all of a lot sent back, binned, or kept for less money.
CREATE TABLE claim (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  number INT UNSIGNED NOT NULL UNIQUE,
  lot_id INT UNSIGNED NOT NULL,
  outcome ENUM('return', 'bin', 'keep') NOT NULL,
  grams INT UNSIGNED NOT NULL CHECK (grams > 0),
  pieces INT UNSIGNED NOT NULL,
  money INT UNSIGNED NOT NULL,
  reason VARCHAR(500) NOT NULL,
  wording VARCHAR(1000) NOT NULL,
  movement_id INT UNSIGNED NULL,
  made_by INT UNSIGNED NOT NULL,
  made_at DATETIME(3) NOT NULL,
  settled_money INT UNSIGNED NULL,
  settled_at DATETIME(3) NULL,
  KEY (lot_id),
  FOREIGN KEY (lot_id) REFERENCES lot (id),
  FOREIGN KEY (movement_id) REFERENCES movement (id),
  FOREIGN KEY (made_by) REFERENCES staff (id)
);

ALTER TABLE movement MODIFY kind
  ENUM('land', 'correct', 'move', 'to_bench', 'cut', 'sell', 'hand_over', 'discard', 'count', 'settle', 'void', 'split', 'return') NOT NULL;

-- The species book as the shop keeps it.
ALTER TABLE species
  ADD COLUMN names VARCHAR(200) NOT NULL DEFAULT '' AFTER name,
  ADD COLUMN marks VARCHAR(1000) NOT NULL DEFAULT '',
  ADD COLUMN look_alikes VARCHAR(1000) NOT NULL DEFAULT '',
  ADD COLUMN own BOOLEAN NOT NULL DEFAULT FALSE,
  ADD COLUMN version INT UNSIGNED NOT NULL DEFAULT 1;
