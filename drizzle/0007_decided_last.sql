DROP INDEX `figures_waiting`;--> statement-breakpoint
CREATE INDEX `figures_decided` ON `score_figures` (`squad_id`,`decided_at`) WHERE decided_at is not null;--> statement-breakpoint
CREATE INDEX `figures_waiting` ON `score_figures` (`squad_id`,`player_id`,`done_at`,`doubt`,`score_id`) WHERE decided = 0;--> statement-breakpoint
CREATE INDEX `revisions_in_lists` ON `week_revisions` (`week_id`,`revision`,`draft`,`opens_at`,`closes_at`,`surprise`);