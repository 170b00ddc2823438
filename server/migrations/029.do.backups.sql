-- Backups: asked for, begun by one process, and how they ended. One a night.
CREATE TABLE backup (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  night DATE NULL UNIQUE,
  asked_at DATETIME(3) NOT NULL,
  started_at DATETIME(3) NULL,
  ended_at DATETIME(3) NULL,
  file VARCHAR(500) NULL,
  bytes BIGINT UNSIGNED NULL,
  failed VARCHAR(500) NULL,
  KEY (ended_at)
);
