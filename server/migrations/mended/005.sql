-- Numbers of items came into this step later.
CREATE TABLE IF NOT EXISTS item_number (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  species_id VARCHAR(40) NOT NULL,
  item VARCHAR(40) NOT NULL,
  UNIQUE (species_id, item),
  FOREIGN KEY (species_id) REFERENCES species (id)
);
