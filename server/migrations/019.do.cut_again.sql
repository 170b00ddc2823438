-- Anything can be cut again: a ticket takes whole fish, or pieces that were cut before.
ALTER TABLE ticket_input
  ADD COLUMN item VARCHAR(40) NOT NULL DEFAULT 'whole',
  ADD COLUMN batch INT UNSIGNED NOT NULL DEFAULT 0,
  ADD COLUMN place VARCHAR(24) NOT NULL DEFAULT 'place:cold_room',
  -- What one piece weighs on average; null for whole fish, whose lot says it.
  ADD COLUMN piece_grams DOUBLE NULL;
