-- Beside the bench: knives as they were sharpened, accidents as they were noted. Rows are only added.
CREATE TABLE knife_care (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  knife VARCHAR(60) NOT NULL,
  did ENUM('steel', 'stone') NOT NULL,
  at DATETIME(3) NOT NULL,
  staff_id INT UNSIGNED NOT NULL,
  KEY (knife, did, at),
  FOREIGN KEY (staff_id) REFERENCES staff (id)
);
CREATE TABLE accident (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  at DATETIME(3) NOT NULL,
  kind ENUM('cut', 'sting', 'fall', 'other') NOT NULL,
  who VARCHAR(80) NOT NULL,
  what VARCHAR(500) NOT NULL,
  first_aid VARCHAR(500) NOT NULL,
  noted_by INT UNSIGNED NOT NULL,
  noted_at DATETIME(3) NOT NULL,
  KEY (at),
  FOREIGN KEY (noted_by) REFERENCES staff (id)
);
