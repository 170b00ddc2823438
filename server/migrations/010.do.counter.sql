-- The counter, whole: how it was paid, money back, prices with their history, markdowns, places of the slab, counts.
ALTER TABLE movement MODIFY kind
  ENUM('land', 'correct', 'move', 'to_bench', 'cut', 'sell', 'hand_over', 'discard', 'count', 'settle', 'void', 'split',
    'return', 'make', 'refund') NOT NULL;

ALTER TABLE sale
  ADD COLUMN pay ENUM('cash', 'card', 'account') NOT NULL DEFAULT 'cash',
  -- Money of a deposit that paid part of it.
  ADD COLUMN deposit_used INT UNSIGNED NOT NULL DEFAULT 0;
ALTER TABLE deposit ADD COLUMN pay ENUM('cash', 'card', 'account') NOT NULL DEFAULT 'cash';

-- The day stands with the line: demand, costs and reports read lines of many days.
ALTER TABLE sale_line
  ADD COLUMN sold_on DATE NULL,
  -- Over the counter, with an order, or taken back since.
  ADD COLUMN way ENUM('counter', 'order', 'voided') NOT NULL DEFAULT 'counter',
  -- What the price list said, and why it was sold for something else.
  ADD COLUMN full_per_kg INT UNSIGNED NULL,
  ADD COLUMN price_reason VARCHAR(200) NULL;
UPDATE sale_line x JOIN sale s ON s.id = x.sale_id SET x.sold_on = s.sold_on, x.full_per_kg = x.per_kg,
  x.way = IF(s.void_movement_id IS NOT NULL, 'voided', IF(s.order_id IS NOT NULL, 'order', 'counter'));
ALTER TABLE sale_line
  MODIFY sold_on DATE NOT NULL,
  MODIFY full_per_kg INT UNSIGNED NOT NULL,
  ADD KEY by_day (sold_on, way, species_id, item, grams, money),
  ADD KEY by_lot (lot_id, item);

-- Sales of a day are counted without opening each.
ALTER TABLE sale ADD KEY counted (sold_on, void_movement_id);

-- Money given back: with fish, which is never sold again, or for fish the customer keeps.
CREATE TABLE refund (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  number INT UNSIGNED NOT NULL UNIQUE,
  sale_id INT UNSIGNED NOT NULL,
  movement_id INT UNSIGNED NULL,
  at DATETIME(3) NOT NULL,
  on_day DATE NOT NULL,
  staff_id INT UNSIGNED NOT NULL,
  money INT UNSIGNED NOT NULL CHECK (money > 0),
  pay ENUM('cash', 'card', 'account') NOT NULL,
  reason VARCHAR(200) NOT NULL,
  KEY (sale_id),
  KEY (on_day),
  FOREIGN KEY (sale_id) REFERENCES sale (id),
  FOREIGN KEY (movement_id) REFERENCES movement (id),
  FOREIGN KEY (staff_id) REFERENCES staff (id)
);
CREATE TABLE refund_line (
  refund_id INT UNSIGNED NOT NULL,
  sale_id INT UNSIGNED NOT NULL,
  position INT UNSIGNED NOT NULL,
  grams INT UNSIGNED NOT NULL,
  money INT UNSIGNED NOT NULL,
  PRIMARY KEY (refund_id, position),
  FOREIGN KEY (refund_id) REFERENCES refund (id),
  FOREIGN KEY (sale_id, position) REFERENCES sale_line (sale_id, position)
);

CREATE TABLE price_change (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  species_id VARCHAR(40) NOT NULL,
  item VARCHAR(40) NOT NULL,
  per_kg INT UNSIGNED NOT NULL,
  at DATETIME(3) NOT NULL,
  staff_id INT UNSIGNED NULL,
  reason VARCHAR(200) NOT NULL,
  KEY (species_id, item, at),
  FOREIGN KEY (species_id) REFERENCES species (id),
  FOREIGN KEY (staff_id) REFERENCES staff (id)
);
INSERT INTO price_change (species_id, item, per_kg, at, staff_id, reason)
  SELECT species_id, item, per_kg, UTC_TIMESTAMP(3), NULL, 'as it stood' FROM price;

-- A lower price for what one ticket made of one lot, until it is ended or gone.
CREATE TABLE markdown (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  lot_id INT UNSIGNED NOT NULL,
  item VARCHAR(40) NOT NULL,
  batch INT UNSIGNED NOT NULL,
  full_per_kg INT UNSIGNED NOT NULL,
  per_kg INT UNSIGNED NOT NULL CHECK (per_kg > 0),
  reason VARCHAR(500) NOT NULL,
  made_at DATETIME(3) NOT NULL,
  made_by INT UNSIGNED NOT NULL,
  ended_at DATETIME(3) NULL,
  ended_by INT UNSIGNED NULL,
  KEY (lot_id, item, batch),
  KEY (ended_at),
  FOREIGN KEY (lot_id) REFERENCES lot (id),
  FOREIGN KEY (made_by) REFERENCES staff (id),
  FOREIGN KEY (ended_by) REFERENCES staff (id)
);

-- What lies at which place of the slab; the places themselves are a setting.
CREATE TABLE slab_spot (
  code VARCHAR(6) PRIMARY KEY,
  lot_id INT UNSIGNED NOT NULL,
  item VARCHAR(40) NOT NULL,
  batch INT UNSIGNED NOT NULL,
  KEY (lot_id),
  FOREIGN KEY (lot_id) REFERENCES lot (id)
);

-- Every count, also the one that agreed.
CREATE TABLE stock_count (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  movement_id INT UNSIGNED NULL,
  place VARCHAR(24) NOT NULL,
  lot_id INT UNSIGNED NOT NULL,
  item VARCHAR(40) NOT NULL,
  batch INT UNSIGNED NOT NULL,
  book_grams INT UNSIGNED NOT NULL,
  book_pieces INT UNSIGNED NOT NULL,
  grams INT UNSIGNED NOT NULL,
  pieces INT UNSIGNED NOT NULL,
  weight_source ENUM('measured', 'typed', 'estimated') NOT NULL,
  reason VARCHAR(200) NOT NULL,
  at DATETIME(3) NOT NULL,
  on_day DATE NOT NULL,
  staff_id INT UNSIGNED NOT NULL,
  KEY (on_day),
  KEY (lot_id),
  FOREIGN KEY (movement_id) REFERENCES movement (id),
  FOREIGN KEY (lot_id) REFERENCES lot (id),
  FOREIGN KEY (staff_id) REFERENCES staff (id)
);

-- Batches made of trim: the ledger holds their grams lot by lot under batch 1 000 000 000 + id.
CREATE TABLE made (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  product VARCHAR(30) NOT NULL,
  movement_id INT UNSIGNED NULL,
  grams_in INT UNSIGNED NOT NULL,
  grams_out INT UNSIGNED NOT NULL,
  remarks VARCHAR(500) NOT NULL,
  made_at DATETIME(3) NOT NULL,
  made_on DATE NOT NULL,
  made_by INT UNSIGNED NOT NULL,
  KEY (made_on),
  FOREIGN KEY (movement_id) REFERENCES movement (id),
  FOREIGN KEY (made_by) REFERENCES staff (id)
);

-- Whoever writes into a day holds its row shared until that is committed; closing takes it alone.
CREATE TABLE trading_day (
  day DATE PRIMARY KEY,
  closed BOOLEAN NOT NULL DEFAULT FALSE
);
INSERT INTO trading_day (day, closed) SELECT trading_day, TRUE FROM day_close;

-- A day may be closed, opened again with a reason, and closed again; the closing that stands is not reopened.
ALTER TABLE day_close
  DROP INDEX trading_day,
  ADD COLUMN reopened_at DATETIME(3) NULL,
  ADD COLUMN reopened_by INT UNSIGNED NULL,
  ADD COLUMN reopen_reason VARCHAR(500) NULL,
  -- What the books expected in the till and on the card slips, and what was counted; null where nobody counted.
  ADD COLUMN books_cash INT NULL,
  ADD COLUMN books_card INT NULL,
  ADD COLUMN counted_cash INT NULL,
  ADD COLUMN counted_card INT NULL,
  ADD KEY (trading_day),
  ADD FOREIGN KEY (reopened_by) REFERENCES staff (id);

-- Checks of a day, signed: cleaning, knives, fridges. The list is a setting; a signature keeps its words.
CREATE TABLE day_check (
  trading_day DATE NOT NULL,
  check_id VARCHAR(40) NOT NULL,
  words VARCHAR(200) NOT NULL,
  note VARCHAR(500) NOT NULL,
  signed_at DATETIME(3) NOT NULL,
  signed_by INT UNSIGNED NOT NULL,
  PRIMARY KEY (trading_day, check_id),
  FOREIGN KEY (signed_by) REFERENCES staff (id)
);

-- Codes of labels are looked up at the counter.
ALTER TABLE label
  ADD COLUMN scan_code VARCHAR(200) AS (LEFT(JSON_VALUE(content, '$.scan'), 200)) VIRTUAL,
  ADD COLUMN price_code VARCHAR(20) AS (LEFT(JSON_VALUE(content, '$.priceCode'), 20)) VIRTUAL,
  ADD KEY (scan_code),
  ADD KEY (price_code);
