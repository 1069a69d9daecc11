-- A picture that was removed is kept for a while and comes back whole; a site can be put to rest.
ALTER TABLE picture
  ADD COLUMN removed_at DATETIME(3) NULL,
  ADD COLUMN removed_by VARCHAR(64) NULL,
  ADD KEY picture_removed (removed_at);
ALTER TABLE site ADD COLUMN archived BOOLEAN NOT NULL DEFAULT FALSE;

-- What was said of a picture before.
CREATE TABLE picture_words (
  id             BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  picture_number BIGINT       NOT NULL,
  revision       INT          NOT NULL,
  title          VARCHAR(200) NOT NULL,
  description    TEXT         NOT NULL,
  credit         VARCHAR(300) NOT NULL,
  licence        VARCHAR(200) NOT NULL,
  made_by        VARCHAR(64)  NOT NULL,
  made_at        DATETIME(3)  NOT NULL,
  UNIQUE KEY picture_words_once (picture_number, revision),
  FOREIGN KEY (picture_number) REFERENCES picture (number)
);
