ALTER TABLE `jobs` ADD `shelf` text DEFAULT 'open' NOT NULL;--> statement-breakpoint
ALTER TABLE `jobs` ADD `summary` text;