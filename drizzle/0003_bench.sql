CREATE TABLE `bench_settings` (
	`coach_id` text PRIMARY KEY NOT NULL,
	`keys` text NOT NULL,
	`delay` text,
	FOREIGN KEY (`coach_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE TABLE `own_cues` (
	`id` text PRIMARY KEY NOT NULL,
	`squad_id` text NOT NULL,
	`drill_id` text NOT NULL,
	`text` text NOT NULL,
	`made_by` text NOT NULL,
	`made_at` integer NOT NULL,
	`dropped_at` integer,
	FOREIGN KEY (`squad_id`) REFERENCES `squads`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`made_by`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `cues_of_drill` ON `own_cues` (`squad_id`,`drill_id`);--> statement-breakpoint
CREATE TABLE `recounts` (
	`id` text PRIMARY KEY NOT NULL,
	`score_id` text NOT NULL,
	`clip_id` text NOT NULL,
	`coach_id` text NOT NULL,
	`log` text NOT NULL,
	`edit` integer NOT NULL,
	`whole` integer DEFAULT false NOT NULL,
	`delay` real DEFAULT 0 NOT NULL,
	`started_at` integer NOT NULL,
	`saved_at` integer NOT NULL,
	FOREIGN KEY (`score_id`) REFERENCES `scores`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`clip_id`) REFERENCES `clips`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`coach_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `recount_of_coach` ON `recounts` (`clip_id`,`coach_id`);--> statement-breakpoint
CREATE INDEX `recounts_of_score` ON `recounts` (`score_id`);--> statement-breakpoint
CREATE TABLE `review_facts` (
	`id` text PRIMARY KEY NOT NULL,
	`score_id` text NOT NULL,
	`coach_id` text NOT NULL,
	`said` text NOT NULL,
	`undoes` text,
	`at` integer NOT NULL,
	FOREIGN KEY (`score_id`) REFERENCES `scores`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`coach_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `review_facts_of_score` ON `review_facts` (`score_id`,`at`);--> statement-breakpoint
CREATE INDEX `review_facts_undoing` ON `review_facts` (`undoes`);--> statement-breakpoint
CREATE TABLE `spoken_lines` (
	`id` text PRIMARY KEY NOT NULL,
	`score_id` text NOT NULL,
	`player_id` text NOT NULL,
	`squad_id` text NOT NULL,
	`coach_id` text NOT NULL,
	`file_name` text NOT NULL,
	`media_type` text NOT NULL,
	`bytes` integer NOT NULL,
	`seconds` real NOT NULL,
	`at` integer NOT NULL,
	`deleted_at` integer,
	`deleted_by` text,
	FOREIGN KEY (`score_id`) REFERENCES `scores`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`player_id`) REFERENCES `players`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`squad_id`) REFERENCES `squads`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`coach_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `spoken_of_score` ON `spoken_lines` (`score_id`);--> statement-breakpoint
CREATE INDEX `spoken_of_player` ON `spoken_lines` (`player_id`,`at`);--> statement-breakpoint
ALTER TABLE `clip_views` ADD `kind` text DEFAULT 'loaded' NOT NULL;--> statement-breakpoint
ALTER TABLE `clip_views` ADD `seconds` real;--> statement-breakpoint
CREATE INDEX `views_of_clip` ON `clip_views` (`clip_id`,`at`);--> statement-breakpoint
ALTER TABLE `decisions` ADD `faults` integer;--> statement-breakpoint
ALTER TABLE `decisions` ADD `marks` text;--> statement-breakpoint
ALTER TABLE `decisions` ADD `wave_id` text;--> statement-breakpoint
ALTER TABLE `decisions` ADD `took_seconds` real;--> statement-breakpoint
CREATE INDEX `decisions_of_wave` ON `decisions` (`wave_id`);--> statement-breakpoint
CREATE INDEX `decisions_of_coach` ON `decisions` (`coach_id`,`at`);--> statement-breakpoint
ALTER TABLE `score_readings` ADD `version` integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE `squads` ADD `doubt_rules` text;