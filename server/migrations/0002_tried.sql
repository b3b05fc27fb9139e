ALTER TABLE `jobs` ADD `tried` text;--> statement-breakpoint
ALTER TABLE `jobs` ADD `hidden` text;