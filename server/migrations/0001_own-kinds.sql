CREATE TABLE `own_kinds` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`kind` text NOT NULL,
	`updated_at` text NOT NULL
);
