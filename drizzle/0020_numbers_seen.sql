DROP INDEX `figures_stretch`;--> statement-breakpoint
ALTER TABLE `score_figures` ADD `banded` real;--> statement-breakpoint
ALTER TABLE `score_figures` ADD `judged` real;--> statement-breakpoint
ALTER TABLE `score_figures` ADD `number_doubted` integer DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `score_figures` ADD `recounted` real;--> statement-breakpoint
ALTER TABLE `score_figures` ADD `filmed` integer DEFAULT false NOT NULL;--> statement-breakpoint
CREATE INDEX `figures_given` ON `score_figures` (`player_id`,`measure`,`done_at`,`stretch`,`judged`) WHERE stretch_given = 1 and stretch is not null and judged is not null;--> statement-breakpoint
CREATE INDEX `figures_doubted` ON `score_figures` (`squad_id`,`done_at`,`player_id`,`measure`,`number_doubted`) WHERE week_id is not null;--> statement-breakpoint
CREATE INDEX `figures_same` ON `score_figures` (`squad_id`,`record_key`,`done_at`,`player_id`,`judged`) WHERE measure in ('count in time', 'unbroken run');--> statement-breakpoint
CREATE INDEX `figures_stretch` ON `score_figures` (`squad_id`,`done_at`,`player_id`,`measure`,`stretch_given`,`stretch`,`judged`) WHERE stretch is not null;--> statement-breakpoint
ALTER TABLE `squad_players` ADD `stretch_aim` integer;--> statement-breakpoint
ALTER TABLE `squads` ADD `stretch_aim` integer DEFAULT 60 NOT NULL;--> statement-breakpoint
ALTER TABLE `scores` ADD `saw` real;