-- Which node does a piece of work, until when at most: so that several do not do the same.
CREATE TABLE claim (
  name   VARCHAR(100) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
  holder BINARY(16)  NOT NULL,
  until  DATETIME(3) NOT NULL
);
