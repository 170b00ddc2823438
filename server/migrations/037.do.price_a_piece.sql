-- A form that is sold by the piece: what one costs. `per_kg` stays what that comes to a kilogram, for every sum.
ALTER TABLE price ADD COLUMN per_piece INT UNSIGNED NULL;
ALTER TABLE price_change ADD COLUMN per_piece INT UNSIGNED NULL;
