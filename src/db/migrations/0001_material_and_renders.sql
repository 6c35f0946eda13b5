CREATE TABLE "render" (
	"id" uuid PRIMARY KEY NOT NULL,
	"library_id" uuid NOT NULL,
	"member_id" text NOT NULL,
	"name" text NOT NULL,
	"format" text NOT NULL,
	"items" jsonb NOT NULL,
	"state" text DEFAULT 'waiting' NOT NULL,
	"progress" real DEFAULT 0 NOT NULL,
	"problem" text,
	"file_name" text,
	"bytes" bigint,
	"asked_at" timestamp with time zone DEFAULT now() NOT NULL,
	"ended_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "target" ALTER COLUMN "media_id" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "bench_session" ADD COLUMN "removed" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "bench_session" ADD COLUMN "version" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "card" ADD COLUMN "proof" jsonb;--> statement-breakpoint
ALTER TABLE "target" ADD COLUMN "feeds_id" uuid;--> statement-breakpoint
ALTER TABLE "target" ADD COLUMN "at" double precision DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "target" ADD COLUMN "muted" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "target" ADD COLUMN "soloed" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "target" ADD COLUMN "sends" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "render" ADD CONSTRAINT "render_library_id_library_id_fk" FOREIGN KEY ("library_id") REFERENCES "public"."library"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "render" ADD CONSTRAINT "render_member_id_account_user_id_fk" FOREIGN KEY ("member_id") REFERENCES "public"."account_user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "render_library_id_member_id_asked_at_index" ON "render" USING btree ("library_id","member_id","asked_at" DESC NULLS LAST);--> statement-breakpoint
CREATE INDEX "render_state_index" ON "render" USING btree ("state");