-- People, sessions, idempotency, the change feed and the shop's own settings.
CREATE TABLE setting (
  name VARCHAR(40) PRIMARY KEY,
  value JSON NOT NULL
);

CREATE TABLE staff (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  name VARCHAR(80) NOT NULL UNIQUE,
  role ENUM('counter', 'bench', 'manager') NOT NULL,
  pin_hash VARCHAR(200) NOT NULL,
  demo_pin BOOLEAN NOT NULL DEFAULT FALSE,
  active BOOLEAN NOT NULL DEFAULT TRUE,
  failures INT UNSIGNED NOT NULL DEFAULT 0,
  locked_until DATETIME(3) NULL
);

CREATE TABLE session (
  token_hash BINARY(32) PRIMARY KEY,
  staff_id INT UNSIGNED NOT NULL,
  created_at DATETIME(3) NOT NULL,
  seen_at DATETIME(3) NOT NULL,
  FOREIGN KEY (staff_id) REFERENCES staff (id)
);

CREATE TABLE idempotency (
  id CHAR(36) PRIMARY KEY,
  staff_id INT UNSIGNED NOT NULL,
  request_hash BINARY(32) NOT NULL,
  answer JSON NULL,
  created_at DATETIME(3) NOT NULL,
  KEY (created_at),
  FOREIGN KEY (staff_id) REFERENCES staff (id)
);

CREATE TABLE change_feed (
  id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  at DATETIME(3) NOT NULL,
  tags VARCHAR(200) NOT NULL
);

-- Running numbers (orders, tickets, sales), counted under a row lock.
CREATE TABLE counter_number (
  name VARCHAR(60) PRIMARY KEY,
  last_number INT UNSIGNED NOT NULL
);

CREATE TABLE species (
  id VARCHAR(40) PRIMARY KEY,
  name VARCHAR(80) NOT NULL,
  scientific_name VARCHAR(80) NOT NULL,
  asfis CHAR(3) NULL,
  body_plan VARCHAR(20) NOT NULL,
  body_row VARCHAR(20) NOT NULL,
  eu_group ENUM('white', 'blue', 'selachian', 'none') NOT NULL,
  fat ENUM('lean', 'medium', 'oily') NOT NULL,
  arrives ENUM('whole', 'gutted', 'tail') NOT NULL,
  min_g INT UNSIGNED NOT NULL,
  typical_g INT UNSIGNED NOT NULL,
  max_g INT UNSIGNED NOT NULL,
  lw_a DOUBLE NOT NULL,
  lw_b DOUBLE NOT NULL,
  gutted DOUBLE NOT NULL CHECK (gutted > 0 AND gutted <= 1),
  headed_gutted DOUBLE NOT NULL CHECK (headed_gutted > 0 AND headed_gutted <= gutted),
  fillet_skin_on DOUBLE NULL CHECK (fillet_skin_on < headed_gutted),
  fillet_skinless DOUBLE NOT NULL CHECK (fillet_skinless > 0 AND fillet_skinless < headed_gutted),
  ice_days DOUBLE NOT NULL CHECK (ice_days > 0),
  histamine BOOLEAN NOT NULL,
  parasites VARCHAR(20) NOT NULL,
  reef_toxin BOOLEAN NOT NULL,
  sharp VARCHAR(60) NULL,
  scales ENUM('none', 'fine', 'light', 'heavy', 'armour') NOT NULL,
  spawning_months VARCHAR(8) NULL,
  spent_factor DOUBLE NULL,
  frame_stock VARCHAR(12) NOT NULL
);
