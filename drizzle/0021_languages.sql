CREATE TABLE `readers` (
	`user_id` text PRIMARY KEY NOT NULL,
	`language` text NOT NULL,
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
ALTER TABLE `squads` ADD `language` text DEFAULT 'en' NOT NULL;