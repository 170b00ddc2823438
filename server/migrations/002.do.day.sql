-- Landing and grading.
CREATE TABLE supplier (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  name VARCHAR(80) NOT NULL UNIQUE
);

CREATE TABLE delivery (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  supplier_id INT UNSIGNED NOT NULL,
  arrived_at DATETIME(3) NOT NULL,
  landed_on DATE NOT NULL,
  probe_tenths INT NULL,
  ice ENUM('buried', 'some', 'none') NOT NULL,
  note_ref VARCHAR(40) NOT NULL,
  note_grams INT UNSIGNED NULL,
  note_pieces INT UNSIGNED NULL,
  note_money INT UNSIGNED NULL,
  remarks VARCHAR(500) NOT NULL,
  state ENUM('open', 'closed') NOT NULL DEFAULT 'open',
  close_reason VARCHAR(500) NOT NULL DEFAULT '',
  recorded_by INT UNSIGNED NOT NULL,
  version INT UNSIGNED NOT NULL DEFAULT 1,
  KEY (landed_on),
  KEY (state),
  FOREIGN KEY (supplier_id) REFERENCES supplier (id),
  FOREIGN KEY (recorded_by) REFERENCES staff (id)
);

CREATE TABLE lot (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  code VARCHAR(16) NOT NULL UNIQUE,
  delivery_id INT UNSIGNED NOT NULL,
  species_id VARCHAR(40) NOT NULL,
  landed_on DATE NOT NULL,
  arrival_condition ENUM('whole', 'gutted', 'headed_gutted', 'tail', 'wing') NOT NULL,
  pieces INT UNSIGNED NOT NULL CHECK (pieces > 0),
  grams INT UNSIGNED NOT NULL CHECK (grams > 0),
  weight_source ENUM('measured', 'typed', 'estimated') NOT NULL,
  price_per_kg INT UNSIGNED NOT NULL,
  production ENUM('caught', 'caught_freshwater', 'farmed') NOT NULL,
  area VARCHAR(60) NOT NULL,
  gear VARCHAR(40) NULL,
  caught_on DATE NULL,
  remarks VARCHAR(500) NOT NULL,
  -- The grade that counts now: the last one given.
  grade_id INT UNSIGNED NULL,
  version INT UNSIGNED NOT NULL DEFAULT 1,
  KEY (landed_on),
  FOREIGN KEY (delivery_id) REFERENCES delivery (id),
  FOREIGN KEY (species_id) REFERENCES species (id)
);

CREATE TABLE grade (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  lot_id INT UNSIGNED NOT NULL,
  graded_at DATETIME(3) NOT NULL,
  graded_by INT UNSIGNED NOT NULL,
  scheme VARCHAR(20) NOT NULL,
  scheme_version INT UNSIGNED NOT NULL,
  fish JSON NOT NULL,
  core_tenths INT NULL,
  temperature_history BOOLEAN NOT NULL,
  foreign_smell BOOLEAN NOT NULL,
  used_days DOUBLE NOT NULL,
  half_width DOUBLE NOT NULL,
  category VARCHAR(12) NOT NULL,
  advised ENUM('accept', 'use_today', 'cooked_only', 'hold', 'reject') NOT NULL,
  verdict ENUM('accept', 'use_today', 'cooked_only', 'hold', 'reject') NOT NULL,
  override_reason VARCHAR(500) NULL,
  KEY (lot_id),
  FOREIGN KEY (lot_id) REFERENCES lot (id),
  FOREIGN KEY (graded_by) REFERENCES staff (id)
);

-- Orders, the chosen fish and the bench.
CREATE TABLE customer (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  name VARCHAR(80) NOT NULL UNIQUE,
  phone VARCHAR(30) NOT NULL
);

CREATE TABLE customer_order (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  number INT UNSIGNED NOT NULL UNIQUE,
  customer_id INT UNSIGNED NOT NULL,
  due_at DATETIME(3) NOT NULL,
  remarks VARCHAR(500) NOT NULL,
  state ENUM('open', 'ready', 'handed', 'cancelled') NOT NULL DEFAULT 'open',
  cancel_reason VARCHAR(200) NULL,
  taken_by INT UNSIGNED NOT NULL,
  taken_at DATETIME(3) NOT NULL,
  handed_at DATETIME(3) NULL,
  version INT UNSIGNED NOT NULL DEFAULT 1,
  KEY (state, due_at),
  KEY (handed_at),
  FOREIGN KEY (customer_id) REFERENCES customer (id),
  FOREIGN KEY (taken_by) REFERENCES staff (id)
);

CREATE TABLE order_line (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  order_id INT UNSIGNED NOT NULL,
  species_id VARCHAR(40) NOT NULL,
  form VARCHAR(30) NOT NULL,
  pieces INT UNSIGNED NULL,
  piece_grams INT UNSIGNED NULL,
  total_grams INT UNSIGNED NULL,
  intended_use ENUM('raw', 'steam', 'grill', 'poach', 'fry') NOT NULL,
  state ENUM('open', 'planned', 'cutting', 'ready', 'handed', 'cancelled') NOT NULL DEFAULT 'open',
  version INT UNSIGNED NOT NULL DEFAULT 1,
  CHECK ((total_grams IS NULL) <> (pieces IS NULL)),
  CHECK ((pieces IS NULL) = (piece_grams IS NULL)),
  KEY (state),
  KEY (order_id),
  FOREIGN KEY (order_id) REFERENCES customer_order (id),
  FOREIGN KEY (species_id) REFERENCES species (id)
);

-- Fish promised to a line and not yet brought to the bench.
CREATE TABLE pick (
  line_id INT UNSIGNED NOT NULL,
  lot_id INT UNSIGNED NOT NULL,
  fish INT UNSIGNED NOT NULL CHECK (fish > 0),
  PRIMARY KEY (line_id, lot_id),
  KEY (lot_id),
  FOREIGN KEY (line_id) REFERENCES order_line (id),
  FOREIGN KEY (lot_id) REFERENCES lot (id)
);

CREATE TABLE ticket (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  number INT UNSIGNED NOT NULL UNIQUE,
  line_id INT UNSIGNED NOT NULL UNIQUE,
  state ENUM('waiting', 'cutting', 'closed') NOT NULL DEFAULT 'waiting',
  step INT UNSIGNED NOT NULL DEFAULT 0,
  sweep_by INT UNSIGNED NULL,
  sweep_at DATETIME(3) NULL,
  sweep_bones INT UNSIGNED NULL,
  close_reason VARCHAR(500) NOT NULL DEFAULT '',
  -- Kept when the ticket closes: what the yield book asks for.
  input_grams INT UNSIGNED NULL,
  main_grams INT UNSIGNED NULL,
  expected_yield DOUBLE NULL,
  started_at DATETIME(3) NULL,
  closed_at DATETIME(3) NULL,
  closed_on DATE NULL,
  closed_by INT UNSIGNED NULL,
  version INT UNSIGNED NOT NULL DEFAULT 1,
  KEY (state),
  KEY (closed_on),
  FOREIGN KEY (line_id) REFERENCES order_line (id),
  FOREIGN KEY (sweep_by) REFERENCES staff (id),
  FOREIGN KEY (closed_by) REFERENCES staff (id)
);

CREATE TABLE ticket_input (
  ticket_id INT UNSIGNED NOT NULL,
  lot_id INT UNSIGNED NOT NULL,
  pieces INT UNSIGNED NOT NULL CHECK (pieces > 0),
  grams INT UNSIGNED NULL,
  weight_source ENUM('measured', 'typed', 'estimated') NULL,
  PRIMARY KEY (ticket_id, lot_id),
  FOREIGN KEY (ticket_id) REFERENCES ticket (id),
  FOREIGN KEY (lot_id) REFERENCES lot (id)
);

CREATE TABLE weigh_out (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  ticket_id INT UNSIGNED NOT NULL,
  kind ENUM('order', 'counter', 'trim', 'waste', 'drip', 'water') NOT NULL,
  item VARCHAR(40) NOT NULL,
  grams INT UNSIGNED NOT NULL CHECK (grams > 0),
  pieces INT UNSIGNED NOT NULL,
  weight_source ENUM('measured', 'typed', 'estimated') NOT NULL,
  weighed_at DATETIME(3) NOT NULL,
  weighed_by INT UNSIGNED NOT NULL,
  struck_at DATETIME(3) NULL,
  struck_by INT UNSIGNED NULL,
  KEY (ticket_id),
  FOREIGN KEY (ticket_id) REFERENCES ticket (id),
  FOREIGN KEY (weighed_by) REFERENCES staff (id),
  FOREIGN KEY (struck_by) REFERENCES staff (id)
);

-- The stock ledger: double entry, append only.
CREATE TABLE movement (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  kind ENUM('land', 'correct', 'move', 'to_bench', 'cut', 'sell', 'hand_over', 'discard', 'count', 'settle', 'void') NOT NULL,
  at DATETIME(3) NOT NULL,
  trading_day DATE NOT NULL,
  staff_id INT UNSIGNED NOT NULL,
  reason VARCHAR(200) NOT NULL DEFAULT '',
  KEY (trading_day, kind),
  FOREIGN KEY (staff_id) REFERENCES staff (id)
);

CREATE TABLE entry (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  movement_id INT UNSIGNED NOT NULL,
  account VARCHAR(24) NOT NULL,
  lot_id INT UNSIGNED NOT NULL,
  item VARCHAR(40) NOT NULL,
  batch INT UNSIGNED NOT NULL,
  grams INT NOT NULL,
  pieces INT NOT NULL,
  KEY (movement_id),
  KEY (lot_id),
  FOREIGN KEY (movement_id) REFERENCES movement (id),
  FOREIGN KEY (lot_id) REFERENCES lot (id)
);

CREATE TABLE balance (
  account VARCHAR(24) NOT NULL,
  lot_id INT UNSIGNED NOT NULL,
  item VARCHAR(40) NOT NULL,
  batch INT UNSIGNED NOT NULL,
  grams INT NOT NULL,
  pieces INT NOT NULL,
  PRIMARY KEY (account, lot_id, item, batch),
  KEY (lot_id),
  FOREIGN KEY (lot_id) REFERENCES lot (id),
  -- A place never holds less than nothing.
  CHECK (account NOT LIKE 'place:%' OR (grams >= 0 AND pieces >= 0))
);

CREATE TRIGGER movement_is_final BEFORE UPDATE ON movement FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'The ledger is append-only';
CREATE TRIGGER movement_stays BEFORE DELETE ON movement FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'The ledger is append-only';
CREATE TRIGGER entry_is_final BEFORE UPDATE ON entry FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'The ledger is append-only';
CREATE TRIGGER entry_stays BEFORE DELETE ON entry FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'The ledger is append-only';

-- Sales and the close.
CREATE TABLE price (
  species_id VARCHAR(40) NOT NULL,
  item VARCHAR(40) NOT NULL,
  per_kg INT UNSIGNED NOT NULL,
  PRIMARY KEY (species_id, item),
  FOREIGN KEY (species_id) REFERENCES species (id)
);

CREATE TABLE sale (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  number INT UNSIGNED NOT NULL UNIQUE,
  order_id INT UNSIGNED NULL,
  movement_id INT UNSIGNED NOT NULL,
  sold_at DATETIME(3) NOT NULL,
  sold_on DATE NOT NULL,
  staff_id INT UNSIGNED NOT NULL,
  total INT UNSIGNED NOT NULL,
  void_movement_id INT UNSIGNED NULL,
  KEY (sold_on),
  FOREIGN KEY (order_id) REFERENCES customer_order (id),
  FOREIGN KEY (movement_id) REFERENCES movement (id),
  FOREIGN KEY (void_movement_id) REFERENCES movement (id),
  FOREIGN KEY (staff_id) REFERENCES staff (id)
);

CREATE TABLE sale_line (
  sale_id INT UNSIGNED NOT NULL,
  position INT UNSIGNED NOT NULL,
  lot_id INT UNSIGNED NOT NULL,
  species_id VARCHAR(40) NOT NULL,
  item VARCHAR(40) NOT NULL,
  batch INT UNSIGNED NOT NULL,
  grams INT UNSIGNED NOT NULL,
  pieces INT UNSIGNED NOT NULL,
  weight_source ENUM('measured', 'typed', 'estimated') NOT NULL,
  per_kg INT UNSIGNED NOT NULL,
  money INT UNSIGNED NOT NULL,
  PRIMARY KEY (sale_id, position),
  FOREIGN KEY (sale_id) REFERENCES sale (id),
  FOREIGN KEY (lot_id) REFERENCES lot (id)
);

CREATE TABLE day_close (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  trading_day DATE NOT NULL UNIQUE,
  closed_at DATETIME(3) NOT NULL,
  closed_by INT UNSIGNED NOT NULL,
  takings INT UNSIGNED NOT NULL,
  remarks VARCHAR(500) NOT NULL,
  FOREIGN KEY (closed_by) REFERENCES staff (id)
);
