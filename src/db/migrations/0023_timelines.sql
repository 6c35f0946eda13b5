CREATE TABLE "timeline" (
	"id" uuid PRIMARY KEY NOT NULL,
	"library_id" uuid NOT NULL,
	"session_id" uuid NOT NULL,
	"name" text NOT NULL,
	"json" jsonb NOT NULL,
	"tracks" jsonb NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	CONSTRAINT "timeline_sessionId_unique" UNIQUE("session_id")
);
--> statement-breakpoint
ALTER TABLE "timeline" ADD CONSTRAINT "timeline_library_id_library_id_fk" FOREIGN KEY ("library_id") REFERENCES "public"."library"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "timeline" ADD CONSTRAINT "timeline_session_id_bench_session_id_fk" FOREIGN KEY ("session_id") REFERENCES "public"."bench_session"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "media_by_name" ON "media" USING btree ("library_id",lower("name"));--> statement-breakpoint
CREATE INDEX "media_by_sound" ON "media" USING btree ("library_id",("facts"->>'sound'));