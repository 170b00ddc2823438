-- A place the shop has no more: nothing is put there, its readings and what lay there stay known.
ALTER TABLE place
  ADD COLUMN removed_at DATETIME(3) NULL,
  ADD COLUMN removed_by INT UNSIGNED NULL,
  ADD CONSTRAINT place_removed_by FOREIGN KEY (removed_by) REFERENCES staff (id);
