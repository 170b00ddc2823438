-- A wording of this step held the key that step 036 adds.
ALTER TABLE movement ADD KEY IF NOT EXISTS taken_back (undoes);
