CREATE TABLE `job_runs` (
	`id` text PRIMARY KEY NOT NULL,
	`job` text NOT NULL,
	`started_at` integer NOT NULL,
	`ended_at` integer,
	`report` text,
	`trouble` text
);
--> statement-breakpoint
CREATE INDEX `job_runs_of_job` ON `job_runs` (`job`,`started_at`);--> statement-breakpoint
CREATE TABLE `outbox` (
	`id` text PRIMARY KEY NOT NULL,
	`user_id` text NOT NULL,
	`letter_id` text,
	`player_id` text,
	`subject` text NOT NULL,
	`plain` text NOT NULL,
	`html` text NOT NULL,
	`made_at` integer NOT NULL,
	`not_before` integer NOT NULL,
	`tries` integer DEFAULT 0 NOT NULL,
	`sent_at` integer,
	`trouble` text,
	`given_up_at` integer,
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `outbox_waiting` ON `outbox` (`sent_at`,`not_before`);--> statement-breakpoint
CREATE INDEX `outbox_of_user` ON `outbox` (`user_id`,`sent_at`);--> statement-breakpoint
CREATE TABLE `deletions` (
	`id` text PRIMARY KEY NOT NULL,
	`player_id` text NOT NULL,
	`asked_by` text NOT NULL,
	`asked_at` integer NOT NULL,
	`due_at` integer NOT NULL,
	`undone_at` integer,
	`done_at` integer
);
--> statement-breakpoint
CREATE TABLE `invitations` (
	`id` text PRIMARY KEY NOT NULL,
	`kind` text NOT NULL,
	`squad_id` text,
	`player_id` text,
	`role` text,
	`code_hash` text NOT NULL,
	`made_at` integer NOT NULL,
	`made_by` text,
	`ends_at` integer NOT NULL,
	`uses_left` integer,
	`revoked_at` integer,
	FOREIGN KEY (`squad_id`) REFERENCES `squads`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`player_id`) REFERENCES `players`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`made_by`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE set null
);
--> statement-breakpoint
CREATE UNIQUE INDEX `invitations_code_hash_unique` ON `invitations` (`code_hash`);--> statement-breakpoint
CREATE INDEX `invitations_of_squad` ON `invitations` (`squad_id`,`made_at`);--> statement-breakpoint
CREATE INDEX `invitations_of_player` ON `invitations` (`player_id`);--> statement-breakpoint
CREATE TABLE `join_requests` (
	`id` text PRIMARY KEY NOT NULL,
	`squad_id` text NOT NULL,
	`invitation_id` text NOT NULL,
	`nickname` text NOT NULL,
	`birth_year` integer NOT NULL,
	`stronger_foot` text NOT NULL,
	`pin_hash` text NOT NULL,
	`at` integer NOT NULL,
	`state` text NOT NULL,
	`decided_at` integer,
	`decided_by` text,
	`player_id` text,
	FOREIGN KEY (`squad_id`) REFERENCES `squads`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`invitation_id`) REFERENCES `invitations`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`player_id`) REFERENCES `players`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `join_requests_of_squad` ON `join_requests` (`squad_id`,`state`,`at`);--> statement-breakpoint
CREATE TABLE `post_choices` (
	`user_id` text PRIMARY KEY NOT NULL,
	`reminders` integer NOT NULL,
	`summaries` integer NOT NULL,
	`quiet_from` integer NOT NULL,
	`quiet_to` integer NOT NULL,
	`mails_per_day` integer NOT NULL,
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE TABLE `rule_changes` (
	`id` text PRIMARY KEY NOT NULL,
	`squad_id` text NOT NULL,
	`rule` text NOT NULL,
	`before` text,
	`after` text,
	`by` text NOT NULL,
	`at` integer NOT NULL,
	FOREIGN KEY (`squad_id`) REFERENCES `squads`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `rule_changes_of_squad` ON `rule_changes` (`squad_id`,`at`);--> statement-breakpoint
DROP INDEX `letter_once`;--> statement-breakpoint
ALTER TABLE `letters` ADD `about` text DEFAULT '' NOT NULL;--> statement-breakpoint
CREATE UNIQUE INDEX `letter_once` ON `letters` (`squad_id`,`kind`,`user_id`,`player_id`,`week_of`,`about`);--> statement-breakpoint
ALTER TABLE `players` ADD `squad_in_view` text;--> statement-breakpoint
ALTER TABLE `squads` ADD `headers_max` integer DEFAULT 20 NOT NULL;--> statement-breakpoint
ALTER TABLE `squads` ADD `times` text;--> statement-breakpoint
ALTER TABLE `squads` ADD `quiet_from` integer DEFAULT 20 NOT NULL;--> statement-breakpoint
ALTER TABLE `squads` ADD `quiet_to` integer DEFAULT 7 NOT NULL;--> statement-breakpoint
ALTER TABLE `squads` ADD `mails_per_day` integer DEFAULT 2 NOT NULL;--> statement-breakpoint
ALTER TABLE `squads` ADD `reminders` integer DEFAULT true NOT NULL;