-- Whether a movement was taken back is asked of every act of a day: never by reading all that ever moved. Some shops have
-- the key already, from a step that was edited.
ALTER TABLE movement ADD KEY IF NOT EXISTS taken_back (undoes);
