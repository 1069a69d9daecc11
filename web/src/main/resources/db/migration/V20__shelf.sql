-- Pictures that all sites of the installation share.
CREATE TABLE shelf_picture (
  id          BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  sha256      CHAR(64)     NOT NULL,
  file_name   VARCHAR(200) NOT NULL,
  type        VARCHAR(10)  NOT NULL,
  width       INT          NOT NULL,
  height      INT          NOT NULL,
  transparent BOOLEAN      NOT NULL,
  bytes       BIGINT       NOT NULL,
  title       VARCHAR(200) NOT NULL,
  description TEXT         NOT NULL,
  credit      VARCHAR(300) NOT NULL,
  licence     VARCHAR(200) NOT NULL,
  traits      TEXT         NOT NULL,
  added_by    VARCHAR(64)  NOT NULL,
  added_at    DATETIME(3)  NOT NULL,
  UNIQUE KEY shelf_picture_file (sha256)
);
