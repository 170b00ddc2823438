-- What a shop sells besides fish: by the piece or by weight, with a tax of its own, counted where the shop wants it.
CREATE TABLE article (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  name VARCHAR(80) NOT NULL UNIQUE,
  unit ENUM('piece', 'kg') NOT NULL,
  -- A piece or a kilogram, minor units.
  price INT UNSIGNED NOT NULL,
  -- Hundredths of a per cent; NULL where no tax is charged.
  tax_rate SMALLINT UNSIGNED NULL,
  allergens VARCHAR(200) NOT NULL,
  counted BOOLEAN NOT NULL,
  -- What is sold no more stays in the sales it is in.
  offered BOOLEAN NOT NULL DEFAULT TRUE,
  version INT UNSIGNED NOT NULL DEFAULT 1
);
CREATE TABLE article_price (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  article_id INT UNSIGNED NOT NULL,
  price INT UNSIGNED NOT NULL,
  at DATETIME(3) NOT NULL,
  staff_id INT UNSIGNED NOT NULL,
  FOREIGN KEY (article_id) REFERENCES article (id),
  FOREIGN KEY (staff_id) REFERENCES staff (id)
);
-- What came in, went out otherwise than sold, or was counted: pieces or grams, as the article is counted.
CREATE TABLE article_act (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  article_id INT UNSIGNED NOT NULL,
  kind ENUM('in', 'out', 'count') NOT NULL,
  -- What there is more of by it; less than nothing where it is less.
  amount INT NOT NULL,
  reason VARCHAR(200) NOT NULL,
  at DATETIME(3) NOT NULL,
  on_day DATE NOT NULL,
  staff_id INT UNSIGNED NOT NULL,
  KEY (on_day),
  FOREIGN KEY (article_id) REFERENCES article (id),
  FOREIGN KEY (staff_id) REFERENCES staff (id)
);

-- A line is fish of a lot, or an article: then `per_kg` and `full_per_kg` are of its unit.
ALTER TABLE sale_line
  MODIFY lot_id INT UNSIGNED NULL,
  MODIFY species_id VARCHAR(40) NULL,
  MODIFY item VARCHAR(40) NULL,
  ADD COLUMN article_id INT UNSIGNED NULL,
  ADD COLUMN unit ENUM('piece', 'kg') NOT NULL DEFAULT 'kg',
  ADD KEY of_article (article_id, way, pieces, grams),
  ADD FOREIGN KEY (article_id) REFERENCES article (id),
  ADD CHECK ((lot_id IS NULL) <> (article_id IS NULL) AND (lot_id IS NULL) = (species_id IS NULL) AND (lot_id IS NULL) = (item IS NULL));

-- What a closed day sold of articles, as day_sold is what it sold of fish.
CREATE TABLE day_article (
  on_day DATE NOT NULL,
  article_id INT UNSIGNED NOT NULL,
  pieces INT UNSIGNED NOT NULL,
  grams INT UNSIGNED NOT NULL,
  money INT UNSIGNED NOT NULL,
  PRIMARY KEY (on_day, article_id),
  FOREIGN KEY (article_id) REFERENCES article (id)
);
