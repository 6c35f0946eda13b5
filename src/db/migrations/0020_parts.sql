ALTER TABLE "media" ADD COLUMN "is_rendered" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "target" ADD COLUMN "part" jsonb;--> statement-breakpoint
ALTER TABLE "target" ADD COLUMN "origin" jsonb;--> statement-breakpoint
ALTER TABLE "render" ADD COLUMN "aftermath" jsonb;--> statement-breakpoint
ALTER TABLE "render" ADD COLUMN "outcome" jsonb;