-- A price that stands from a day to come: then it is set by itself, in the name of whoever decided it.
CREATE TABLE price_ahead (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  species_id VARCHAR(40) NOT NULL,
  item VARCHAR(40) NOT NULL,
  per_kg INT UNSIGNED NOT NULL,
  per_piece INT UNSIGNED NULL,
  from_day DATE NOT NULL,
  reason VARCHAR(200) NOT NULL,
  made_at DATETIME(3) NOT NULL,
  made_by INT UNSIGNED NOT NULL,
  UNIQUE KEY (species_id, item, from_day),
  KEY (from_day),
  FOREIGN KEY (species_id) REFERENCES species (id),
  FOREIGN KEY (made_by) REFERENCES staff (id)
);
