-- A movement that takes another back names it: sales until now, and tickets that are opened again.
ALTER TABLE movement ADD COLUMN undoes INT UNSIGNED NULL;
UPDATE movement m JOIN sale s ON s.void_movement_id = m.id SET m.undoes = s.movement_id;
