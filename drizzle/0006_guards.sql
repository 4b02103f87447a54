CREATE TABLE `two_factor` (
	`id` text PRIMARY KEY NOT NULL,
	`secret` text NOT NULL,
	`backup_codes` text NOT NULL,
	`user_id` text NOT NULL,
	`verified` integer DEFAULT true NOT NULL,
	`failed_verification_count` integer DEFAULT 0 NOT NULL,
	`locked_until` integer,
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `two_factor_of_user` ON `two_factor` (`user_id`);--> statement-breakpoint
CREATE TABLE `account_events` (
	`id` text PRIMARY KEY NOT NULL,
	`kind` text NOT NULL,
	`user_id` text,
	`player_id` text,
	`squad_id` text,
	`by_user_id` text,
	`detail` text,
	`at` integer NOT NULL
);
--> statement-breakpoint
CREATE INDEX `account_events_of_user` ON `account_events` (`user_id`,`at`);--> statement-breakpoint
CREATE INDEX `account_events_of_player` ON `account_events` (`player_id`,`at`);--> statement-breakpoint
CREATE INDEX `account_events_of_squad` ON `account_events` (`squad_id`,`at`);--> statement-breakpoint
CREATE TABLE `house_facts` (
	`key` text PRIMARY KEY NOT NULL,
	`value` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `guardian_requests` (
	`id` text PRIMARY KEY NOT NULL,
	`player_id` text NOT NULL,
	`user_id` text NOT NULL,
	`at` integer NOT NULL,
	`state` text NOT NULL,
	`decided_at` integer,
	`decided_by` text,
	FOREIGN KEY (`player_id`) REFERENCES `players`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `guardian_requests_of_player` ON `guardian_requests` (`player_id`,`state`);--> statement-breakpoint
ALTER TABLE `user` ADD `two_factor_enabled` integer DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `player_guardians` ADD `since` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `runs` ADD `proven` text;