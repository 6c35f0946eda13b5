CREATE TABLE "api_key" (
	"id" uuid PRIMARY KEY NOT NULL,
	"library_id" uuid NOT NULL,
	"member_id" text NOT NULL,
	"name" text NOT NULL,
	"hash" text NOT NULL,
	"role" text NOT NULL,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL,
	"used_at" timestamp with time zone,
	"revoked_at" timestamp with time zone,
	CONSTRAINT "api_key_hash_unique" UNIQUE("hash")
);
--> statement-breakpoint
CREATE TABLE "invitation" (
	"id" uuid PRIMARY KEY NOT NULL,
	"library_id" uuid NOT NULL,
	"role" text NOT NULL,
	"hash" text NOT NULL,
	"made_by" text NOT NULL,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"used_by" text,
	"revoked_at" timestamp with time zone,
	CONSTRAINT "invitation_hash_unique" UNIQUE("hash")
);
--> statement-breakpoint
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
ALTER TABLE "api_key" ADD CONSTRAINT "api_key_library_id_library_id_fk" FOREIGN KEY ("library_id") REFERENCES "public"."library"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "api_key" ADD CONSTRAINT "api_key_member_id_account_user_id_fk" FOREIGN KEY ("member_id") REFERENCES "public"."account_user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "invitation" ADD CONSTRAINT "invitation_library_id_library_id_fk" FOREIGN KEY ("library_id") REFERENCES "public"."library"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "invitation" ADD CONSTRAINT "invitation_made_by_account_user_id_fk" FOREIGN KEY ("made_by") REFERENCES "public"."account_user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "invitation" ADD CONSTRAINT "invitation_used_by_account_user_id_fk" FOREIGN KEY ("used_by") REFERENCES "public"."account_user"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "render" ADD CONSTRAINT "render_library_id_library_id_fk" FOREIGN KEY ("library_id") REFERENCES "public"."library"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "render" ADD CONSTRAINT "render_member_id_account_user_id_fk" FOREIGN KEY ("member_id") REFERENCES "public"."account_user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "api_key_library_id_member_id_index" ON "api_key" USING btree ("library_id","member_id");--> statement-breakpoint
CREATE INDEX "invitation_library_id_index" ON "invitation" USING btree ("library_id");--> statement-breakpoint
CREATE INDEX "render_library_id_member_id_asked_at_index" ON "render" USING btree ("library_id","member_id","asked_at" DESC NULLS LAST);--> statement-breakpoint
CREATE INDEX "render_state_index" ON "render" USING btree ("state");