-- What compression did to a file, by several numbers; rows of earlier versions have only ssim.
ALTER TABLE rendition ADD COLUMN damage TEXT NULL;
