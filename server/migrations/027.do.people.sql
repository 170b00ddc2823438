-- A PIN that somebody else chose is changed by its owner at the first sign-in with it.
ALTER TABLE staff
  ADD COLUMN pin_handed BOOLEAN NOT NULL DEFAULT FALSE,
  ADD COLUMN version INT UNSIGNED NOT NULL DEFAULT 1;
-- Where somebody is signed in.
ALTER TABLE session ADD COLUMN address VARCHAR(45) NOT NULL DEFAULT '';
