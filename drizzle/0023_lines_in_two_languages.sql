ALTER TABLE `decisions` ADD `written` text;--> statement-breakpoint
ALTER TABLE `decisions` ADD `also` text;