ALTER TABLE "folder" ADD COLUMN "picture_of" uuid;--> statement-breakpoint
ALTER TABLE "card" ADD COLUMN "kept_on" text;--> statement-breakpoint
ALTER TABLE "proposal" ADD COLUMN "kept_on" text;