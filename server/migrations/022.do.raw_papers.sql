-- Papers that let a lot be eaten raw though it was not frozen; the one that stands is not withdrawn.
CREATE TABLE raw_paper (
  id INT UNSIGNED PRIMARY KEY AUTO_INCREMENT,
  lot_id INT UNSIGNED NOT NULL REFERENCES lot (id),
  ground ENUM('farmed_feed', 'safe_grounds', 'roe') NOT NULL,
  document VARCHAR(80) NOT NULL,
  made_at DATETIME(3) NOT NULL,
  made_by INT UNSIGNED NOT NULL REFERENCES staff (id),
  withdrawn_at DATETIME(3) NULL,
  withdrawn_by INT UNSIGNED NULL REFERENCES staff (id),
  stands TINYINT AS (IF(withdrawn_at IS NULL, 1, NULL)) PERSISTENT,
  UNIQUE (lot_id, stands)
);
