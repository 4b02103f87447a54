CREATE TABLE `account` (
	`id` text PRIMARY KEY NOT NULL,
	`account_id` text NOT NULL,
	`provider_id` text NOT NULL,
	`user_id` text NOT NULL,
	`access_token` text,
	`refresh_token` text,
	`id_token` text,
	`access_token_expires_at` integer,
	`refresh_token_expires_at` integer,
	`scope` text,
	`password` text,
	`created_at` integer NOT NULL,
	`updated_at` integer NOT NULL,
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE TABLE `clip_views` (
	`id` text PRIMARY KEY NOT NULL,
	`clip_id` text NOT NULL,
	`user_id` text NOT NULL,
	`at` integer NOT NULL,
	FOREIGN KEY (`clip_id`) REFERENCES `clips`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `clips` (
	`id` text PRIMARY KEY NOT NULL,
	`player_id` text NOT NULL,
	`squad_id` text NOT NULL,
	`score_id` text NOT NULL,
	`state` text NOT NULL,
	`refusal` text,
	`file_name` text,
	`media_type` text,
	`bytes` integer,
	`seconds` real,
	`work_at` real NOT NULL,
	`announced_at` integer NOT NULL,
	`kept_at` integer,
	`deleted_at` integer,
	`deleted_by` text,
	FOREIGN KEY (`player_id`) REFERENCES `players`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`squad_id`) REFERENCES `squads`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `clips_of_score` ON `clips` (`score_id`);--> statement-breakpoint
CREATE INDEX `clips_of_player` ON `clips` (`player_id`,`state`);--> statement-breakpoint
CREATE TABLE `consents` (
	`id` text PRIMARY KEY NOT NULL,
	`player_id` text NOT NULL,
	`guardian_id` text NOT NULL,
	`kind` text NOT NULL,
	`yes` integer NOT NULL,
	`text_version` integer NOT NULL,
	`at` integer NOT NULL,
	FOREIGN KEY (`player_id`) REFERENCES `players`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`guardian_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `consents_of_player` ON `consents` (`player_id`,`kind`,`at`);--> statement-breakpoint
CREATE TABLE `decisions` (
	`id` text PRIMARY KEY NOT NULL,
	`score_id` text NOT NULL,
	`coach_id` text NOT NULL,
	`verdict` text NOT NULL,
	`undoes` text,
	`value` real,
	`reason` text,
	`line` text,
	`cues` text NOT NULL,
	`at` integer NOT NULL,
	FOREIGN KEY (`score_id`) REFERENCES `scores`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`coach_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `decisions_of_score` ON `decisions` (`score_id`,`at`);--> statement-breakpoint
CREATE INDEX `decisions_undoing` ON `decisions` (`undoes`);--> statement-breakpoint
CREATE TABLE `player_guardians` (
	`player_id` text NOT NULL,
	`user_id` text NOT NULL,
	PRIMARY KEY(`player_id`, `user_id`),
	FOREIGN KEY (`player_id`) REFERENCES `players`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE TABLE `player_pauses` (
	`id` text PRIMARY KEY NOT NULL,
	`player_id` text NOT NULL,
	`from_day` text NOT NULL,
	`to_day` text,
	FOREIGN KEY (`player_id`) REFERENCES `players`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `players` (
	`id` text PRIMARY KEY NOT NULL,
	`user_id` text NOT NULL,
	`nickname` text NOT NULL,
	`birth_year` integer NOT NULL,
	`stronger_foot` text NOT NULL,
	`pin_hash` text NOT NULL,
	`created_at` integer NOT NULL,
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE UNIQUE INDEX `players_user_id_unique` ON `players` (`user_id`);--> statement-breakpoint
CREATE TABLE `run_events` (
	`run_id` text NOT NULL,
	`seq` integer NOT NULL,
	`event` text NOT NULL,
	PRIMARY KEY(`run_id`, `seq`),
	FOREIGN KEY (`run_id`) REFERENCES `runs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `runs` (
	`id` text PRIMARY KEY NOT NULL,
	`player_id` text NOT NULL,
	`squad_id` text NOT NULL,
	`week_id` text NOT NULL,
	`revision_id` text NOT NULL,
	`session_id` text NOT NULL,
	`started_at` integer NOT NULL,
	`received_at` integer NOT NULL,
	`day` text,
	`share` real NOT NULL,
	FOREIGN KEY (`player_id`) REFERENCES `players`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`squad_id`) REFERENCES `squads`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`week_id`) REFERENCES `weeks`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`revision_id`) REFERENCES `week_revisions`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `runs_of_player` ON `runs` (`player_id`,`squad_id`,`day`);--> statement-breakpoint
CREATE INDEX `runs_of_week` ON `runs` (`week_id`,`player_id`);--> statement-breakpoint
CREATE TABLE `score_readings` (
	`score_id` text PRIMARY KEY NOT NULL,
	`doubts` text NOT NULL,
	`record_before` real,
	FOREIGN KEY (`score_id`) REFERENCES `scores`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `scores` (
	`id` text PRIMARY KEY NOT NULL,
	`go_id` text NOT NULL,
	`player_id` text NOT NULL,
	`squad_id` text NOT NULL,
	`week_id` text NOT NULL,
	`revision_id` text NOT NULL,
	`session_id` text NOT NULL,
	`item_id` text NOT NULL,
	`round` integer NOT NULL,
	`foot` text NOT NULL,
	`drill_id` text NOT NULL,
	`drill_version` integer NOT NULL,
	`record_key` text NOT NULL,
	`measure` text NOT NULL,
	`dose` text NOT NULL,
	`value` real,
	`faults` integer NOT NULL,
	`seconds` real NOT NULL,
	`clocked` integer NOT NULL,
	`parts` text,
	`run_id` text,
	`done_at` integer NOT NULL,
	`received_at` integer NOT NULL,
	`day` text,
	FOREIGN KEY (`player_id`) REFERENCES `players`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`squad_id`) REFERENCES `squads`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`week_id`) REFERENCES `weeks`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`revision_id`) REFERENCES `week_revisions`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `scores_of_key` ON `scores` (`player_id`,`record_key`,`done_at`);--> statement-breakpoint
CREATE INDEX `scores_of_week` ON `scores` (`week_id`,`player_id`);--> statement-breakpoint
CREATE INDEX `scores_of_squad` ON `scores` (`squad_id`,`received_at`);--> statement-breakpoint
CREATE TABLE `session` (
	`id` text PRIMARY KEY NOT NULL,
	`expires_at` integer NOT NULL,
	`token` text NOT NULL,
	`created_at` integer NOT NULL,
	`updated_at` integer NOT NULL,
	`ip_address` text,
	`user_agent` text,
	`user_id` text NOT NULL,
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE UNIQUE INDEX `session_token_unique` ON `session` (`token`);--> statement-breakpoint
CREATE TABLE `squad_breaks` (
	`id` text PRIMARY KEY NOT NULL,
	`squad_id` text NOT NULL,
	`from_day` text NOT NULL,
	`to_day` text NOT NULL,
	`title` text NOT NULL,
	FOREIGN KEY (`squad_id`) REFERENCES `squads`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `squad_coaches` (
	`squad_id` text NOT NULL,
	`user_id` text NOT NULL,
	`role` text NOT NULL,
	PRIMARY KEY(`squad_id`, `user_id`),
	FOREIGN KEY (`squad_id`) REFERENCES `squads`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE TABLE `squad_players` (
	`squad_id` text NOT NULL,
	`player_id` text NOT NULL,
	`sign_in_name` text NOT NULL,
	`level` text NOT NULL,
	`joined_on` text NOT NULL,
	`left_on` text,
	PRIMARY KEY(`squad_id`, `player_id`),
	FOREIGN KEY (`squad_id`) REFERENCES `squads`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`player_id`) REFERENCES `players`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `squad_sign_in_name` ON `squad_players` (`squad_id`,`sign_in_name`);--> statement-breakpoint
CREATE TABLE `squad_rules` (
	`squad_id` text NOT NULL,
	`from_day` text NOT NULL,
	`rule` text NOT NULL,
	PRIMARY KEY(`squad_id`, `from_day`),
	FOREIGN KEY (`squad_id`) REFERENCES `squads`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `squads` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`town` text NOT NULL,
	`code` text NOT NULL,
	`time_zone` text NOT NULL,
	`day_ends_at` integer DEFAULT 3 NOT NULL,
	`heading_age` integer DEFAULT 12 NOT NULL,
	`clip_days` integer DEFAULT 60 NOT NULL,
	`created_at` integer NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `squads_code_unique` ON `squads` (`code`);--> statement-breakpoint
CREATE TABLE `user` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`email` text NOT NULL,
	`email_verified` integer DEFAULT false NOT NULL,
	`image` text,
	`kind` text DEFAULT 'guardian' NOT NULL,
	`created_at` integer NOT NULL,
	`updated_at` integer NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `user_email_unique` ON `user` (`email`);--> statement-breakpoint
CREATE TABLE `verification` (
	`id` text PRIMARY KEY NOT NULL,
	`identifier` text NOT NULL,
	`value` text NOT NULL,
	`expires_at` integer NOT NULL,
	`created_at` integer,
	`updated_at` integer
);
--> statement-breakpoint
CREATE TABLE `week_revisions` (
	`id` text PRIMARY KEY NOT NULL,
	`week_id` text NOT NULL,
	`revision` integer NOT NULL,
	`draft` integer NOT NULL,
	`content` text NOT NULL,
	`opens_at` integer NOT NULL,
	`closes_at` integer NOT NULL,
	`released_at` integer NOT NULL,
	`released_by` text NOT NULL,
	FOREIGN KEY (`week_id`) REFERENCES `weeks`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`released_by`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `revisions_of_week` ON `week_revisions` (`week_id`,`revision`);--> statement-breakpoint
CREATE INDEX `revisions_by_opening` ON `week_revisions` (`opens_at`);--> statement-breakpoint
CREATE TABLE `weeks` (
	`id` text PRIMARY KEY NOT NULL,
	`squad_id` text NOT NULL,
	`number` integer NOT NULL,
	`starts_on` text NOT NULL,
	`plan` text NOT NULL,
	`draft` integer DEFAULT 1 NOT NULL,
	`updated_at` integer NOT NULL,
	FOREIGN KEY (`squad_id`) REFERENCES `squads`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `weeks_of_squad` ON `weeks` (`squad_id`,`number`);