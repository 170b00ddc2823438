-- What a second person signs beside the first, or that nobody else was there to.
CREATE TABLE vouched (
  token_hash BINARY(32) PRIMARY KEY,
  -- Who signs, and beside whom.
  staff_id INT UNSIGNED NOT NULL,
  for_staff_id INT UNSIGNED NOT NULL,
  at DATETIME(3) NOT NULL,
  FOREIGN KEY (staff_id) REFERENCES staff (id),
  FOREIGN KEY (for_staff_id) REFERENCES staff (id)
);
ALTER TABLE bone_pass ADD COLUMN alone BOOLEAN NOT NULL DEFAULT FALSE;
ALTER TABLE day_close
  -- NULL where nobody else was there, and for days opened again before there were second signatures.
  ADD COLUMN reopened_with INT UNSIGNED NULL,
  ADD COLUMN reopened_alone BOOLEAN NOT NULL DEFAULT FALSE,
  ADD FOREIGN KEY (reopened_with) REFERENCES staff (id);
