ALTER TABLE `entries` ADD `seq` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
CREATE INDEX `entries_arrived` ON `entries` (`seq`);--> statement-breakpoint
CREATE INDEX `entries_of_job_arrived` ON `entries` (`job_id`,`seq`);--> statement-breakpoint
UPDATE `entries` SET `seq` = rowid;
