-- The key by which sensors that send by themselves are known: what it hashes to, who made it. The last one counts.
CREATE TABLE sensor_key (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  hash BINARY(32) NOT NULL,
  made_at DATETIME(3) NOT NULL,
  made_by INT UNSIGNED NOT NULL,
  ended_at DATETIME(3) NULL,
  FOREIGN KEY (made_by) REFERENCES staff (id)
);
