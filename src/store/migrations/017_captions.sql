-- What is said in a recording, as WebVTT: with the piece, and as it was at each hand-in.
ALTER TABLE piece ADD COLUMN captions text;
ALTER TABLE hand_in_piece ADD COLUMN captions text;
