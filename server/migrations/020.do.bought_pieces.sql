-- Sides, fillets and loins are bought in as well, as others cut them.
ALTER TABLE lot
  MODIFY arrival_condition
    ENUM('whole', 'gutted', 'headed_gutted', 'tail', 'wing', 'side', 'boned_side', 'fillet', 'loin') NOT NULL;
-- What judges tails and wings judges them too.
UPDATE scheme SET body = JSON_SET(body, '$.conditions', JSON_MERGE_PRESERVE(JSON_EXTRACT(body, '$.conditions'), JSON_ARRAY('side', 'boned_side', 'fillet', 'loin')))
  WHERE JSON_CONTAINS(body, '"tail"', '$.conditions') AND NOT JSON_CONTAINS(body, '"side"', '$.conditions');
