CREATE TABLE `edits` (
	`id` text PRIMARY KEY NOT NULL,
	`job_id` text NOT NULL,
	`revision` integer NOT NULL,
	`name` text NOT NULL,
	`patches` text NOT NULL,
	`at` text NOT NULL,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `edits_of_job` ON `edits` (`job_id`,`revision`);--> statement-breakpoint
CREATE TABLE `entries` (
	`id` text PRIMARY KEY NOT NULL,
	`job_id` text NOT NULL,
	`at` text NOT NULL,
	`body` text NOT NULL,
	`received_at` text NOT NULL,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `entries_of_job` ON `entries` (`job_id`,`at`);--> statement-breakpoint
CREATE TABLE `jobs` (
	`id` text PRIMARY KEY NOT NULL,
	`revision` integer NOT NULL,
	`title` text NOT NULL,
	`task` text NOT NULL,
	`practice` text NOT NULL,
	`zones` integer NOT NULL,
	`document` text NOT NULL,
	`created_at` text NOT NULL,
	`updated_at` text NOT NULL
);
