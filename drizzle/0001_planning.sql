CREATE TABLE `feeds` (
	`id` text PRIMARY KEY NOT NULL,
	`squad_id` text NOT NULL,
	`player_id` text,
	`token_hash` text NOT NULL,
	`made_at` integer NOT NULL,
	`made_by` text NOT NULL,
	`revoked_at` integer,
	FOREIGN KEY (`squad_id`) REFERENCES `squads`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`player_id`) REFERENCES `players`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`made_by`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `feeds_token_hash_unique` ON `feeds` (`token_hash`);--> statement-breakpoint
CREATE INDEX `feeds_of_squad` ON `feeds` (`squad_id`,`player_id`);--> statement-breakpoint
CREATE TABLE `squad_drill_versions` (
	`squad_id` text NOT NULL,
	`drill_id` text NOT NULL,
	`version` integer NOT NULL,
	`drill` text NOT NULL,
	`saved_at` integer NOT NULL,
	`saved_by` text NOT NULL,
	PRIMARY KEY(`squad_id`, `drill_id`, `version`),
	FOREIGN KEY (`squad_id`) REFERENCES `squads`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`saved_by`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `squad_drills` (
	`squad_id` text NOT NULL,
	`drill_id` text NOT NULL,
	`archived_at` integer,
	PRIMARY KEY(`squad_id`, `drill_id`),
	FOREIGN KEY (`squad_id`) REFERENCES `squads`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `templates` (
	`id` text PRIMARY KEY NOT NULL,
	`squad_id` text NOT NULL,
	`name` text NOT NULL,
	`sessions` text NOT NULL,
	`made_at` integer NOT NULL,
	FOREIGN KEY (`squad_id`) REFERENCES `squads`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `templates_of_squad` ON `templates` (`squad_id`);--> statement-breakpoint
ALTER TABLE `players` ADD `contact_school` text;--> statement-breakpoint
ALTER TABLE `players` ADD `home` text;--> statement-breakpoint
ALTER TABLE `squads` ADD `contact_school` text DEFAULT 'toe-up' NOT NULL;--> statement-breakpoint
ALTER TABLE `squads` ADD `foot_order` text DEFAULT 'alternate' NOT NULL;--> statement-breakpoint
ALTER TABLE `squads` ADD `session_minutes` integer DEFAULT 30 NOT NULL;--> statement-breakpoint
ALTER TABLE `week_revisions` ADD `surprise` integer DEFAULT false NOT NULL;