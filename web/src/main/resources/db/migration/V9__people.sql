-- "tolvane " is not "tolvane": ids are compared as they are, also at their end.
ALTER TABLE membership DROP FOREIGN KEY membership_ibfk_2;
ALTER TABLE picture DROP FOREIGN KEY picture_ibfk_1;
ALTER TABLE sheet DROP FOREIGN KEY sheet_ibfk_1;
ALTER TABLE theme_move DROP FOREIGN KEY theme_move_ibfk_1;
ALTER TABLE site       MODIFY id      VARCHAR(64) COLLATE utf8mb4_nopad_bin NOT NULL;
ALTER TABLE membership MODIFY site_id VARCHAR(64) COLLATE utf8mb4_nopad_bin NOT NULL,
                       MODIFY section VARCHAR(64) COLLATE utf8mb4_nopad_bin NOT NULL,
                       ADD CONSTRAINT membership_site FOREIGN KEY (site_id) REFERENCES site (id);
ALTER TABLE picture    MODIFY site_id VARCHAR(64) COLLATE utf8mb4_nopad_bin NOT NULL,
                       MODIFY id      VARCHAR(64) COLLATE utf8mb4_nopad_bin NOT NULL,
                       ADD CONSTRAINT picture_site FOREIGN KEY (site_id) REFERENCES site (id);
ALTER TABLE sheet      MODIFY site_id VARCHAR(64) COLLATE utf8mb4_nopad_bin NOT NULL,
                       ADD CONSTRAINT sheet_site FOREIGN KEY (site_id) REFERENCES site (id);
ALTER TABLE theme_move MODIFY site_id VARCHAR(64) COLLATE utf8mb4_nopad_bin NOT NULL,
                       ADD CONSTRAINT theme_move_site FOREIGN KEY (site_id) REFERENCES site (id);
ALTER TABLE fit_head   MODIFY slot    VARCHAR(64) COLLATE utf8mb4_nopad_bin NOT NULL,
                       MODIFY section VARCHAR(64) COLLATE utf8mb4_nopad_bin NOT NULL;
ALTER TABLE account    MODIFY name    VARCHAR(64) COLLATE utf8mb4_nopad_bin NOT NULL;

-- People. An account without a password is signed in to by its one-time link first. What the demo made is of no use without it.
ALTER TABLE account
  MODIFY password_hash VARCHAR(100) NULL,
  ADD COLUMN full_name VARCHAR(120) NOT NULL DEFAULT '',
  ADD COLUMN language  VARCHAR(16)  NOT NULL DEFAULT 'en-GB',
  ADD COLUMN locked    BOOLEAN      NOT NULL DEFAULT FALSE,
  ADD COLUMN demo      BOOLEAN      NOT NULL DEFAULT FALSE,
  ADD COLUMN last_site VARCHAR(64)  COLLATE utf8mb4_nopad_bin NULL;
UPDATE account SET demo = TRUE WHERE name IN ('warden', 'keeper')
  AND EXISTS (SELECT 1 FROM site WHERE id IN ('tolvane', 'quillet-street'));

-- One-time links, by the hash of what stands in them. Without an account: for the first account of all.
CREATE TABLE one_time_link (
  hash       CHAR(64)    NOT NULL PRIMARY KEY,
  account_id BIGINT      NULL,
  expires_at DATETIME(3) NOT NULL,
  FOREIGN KEY (account_id) REFERENCES account (id)
);

-- Tokens of programs, by their hash. Sites are separated by blanks; none means all that the account sees.
CREATE TABLE access_token (
  id         BIGINT      NOT NULL AUTO_INCREMENT PRIMARY KEY,
  account_id BIGINT      NOT NULL,
  hash       CHAR(64)    NOT NULL UNIQUE,
  name       VARCHAR(80) NOT NULL,
  sites      TEXT        NOT NULL,
  may_write  BOOLEAN     NOT NULL,
  made_at    DATETIME(3) NOT NULL,
  used_at    DATETIME(3) NULL,
  revoked    BOOLEAN     NOT NULL DEFAULT FALSE,
  FOREIGN KEY (account_id) REFERENCES account (id)
);

-- Sessions hold what the version before put into them; and a message of more than 64 kB between two pages.
DELETE FROM SPRING_SESSION;
ALTER TABLE SPRING_SESSION_ATTRIBUTES MODIFY ATTRIBUTE_BYTES LONGBLOB NOT NULL;
