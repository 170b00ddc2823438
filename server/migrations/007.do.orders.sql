-- Orders as customers give them: for people, by thickness, any white fish, in part; every week; with a deposit.
ALTER TABLE customer_order
  MODIFY state ENUM('open', 'ready', 'handed', 'cancelled', 'uncollected') NOT NULL DEFAULT 'open',
  ADD COLUMN standing_id INT UNSIGNED NULL,
  ADD KEY (customer_id, due_at);

ALTER TABLE order_line
  -- The customer takes any white fish: species_id is what the shop means to give.
  ADD COLUMN any_white BOOLEAN NOT NULL DEFAULT FALSE,
  ADD COLUMN people INT UNSIGNED NULL,
  ADD COLUMN thick_mm INT UNSIGNED NULL,
  ADD COLUMN part_allowed BOOLEAN NOT NULL DEFAULT FALSE,
  ADD COLUMN trim_wish ENUM('shop', 'stock', 'all') NOT NULL DEFAULT 'shop';

ALTER TABLE customer ADD COLUMN remarks VARCHAR(500) NOT NULL DEFAULT '';

-- Money left with an order, used when it is collected, or given back: rows are only added.
CREATE TABLE deposit (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  order_id INT UNSIGNED NOT NULL,
  kind ENUM('taken', 'used', 'returned', 'kept') NOT NULL,
  money INT UNSIGNED NOT NULL CHECK (money > 0),
  at DATETIME(3) NOT NULL,
  on_day DATE NOT NULL,
  staff_id INT UNSIGNED NOT NULL,
  KEY (order_id),
  KEY (on_day),
  FOREIGN KEY (order_id) REFERENCES customer_order (id),
  FOREIGN KEY (staff_id) REFERENCES staff (id)
);

-- The same order every week, made ahead of its day.
CREATE TABLE standing_order (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  customer_id INT UNSIGNED NOT NULL,
  -- 0 for Sunday.
  weekday TINYINT UNSIGNED NOT NULL CHECK (weekday < 7),
  at_minutes SMALLINT UNSIGNED NOT NULL CHECK (at_minutes < 1440),
  order_lines TEXT NOT NULL,
  remarks VARCHAR(500) NOT NULL,
  made_by INT UNSIGNED NOT NULL,
  made_at DATETIME(3) NOT NULL,
  -- Orders are made up to this day.
  made_to DATE NOT NULL,
  ended_at DATETIME(3) NULL,
  version INT UNSIGNED NOT NULL DEFAULT 1,
  KEY (ended_at),
  FOREIGN KEY (customer_id) REFERENCES customer (id),
  FOREIGN KEY (made_by) REFERENCES staff (id)
);
ALTER TABLE customer_order ADD FOREIGN KEY (standing_id) REFERENCES standing_order (id);
