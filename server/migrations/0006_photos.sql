CREATE TABLE `photos` (
	`job_id` text NOT NULL,
	`hash` text NOT NULL,
	`type` text NOT NULL,
	`bytes` blob NOT NULL,
	`at` text NOT NULL,
	PRIMARY KEY(`job_id`, `hash`),
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE cascade
);
