CREATE TABLE "invitation" (
	"id" uuid PRIMARY KEY NOT NULL,
	"library_id" uuid NOT NULL,
	"role" text NOT NULL,
	"token_hash" text NOT NULL,
	"made_by" text NOT NULL,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"used_at" timestamp with time zone,
	"revoked_at" timestamp with time zone,
	CONSTRAINT "invitation_tokenHash_unique" UNIQUE("token_hash")
);
--> statement-breakpoint
CREATE TABLE "script_key" (
	"id" uuid PRIMARY KEY NOT NULL,
	"library_id" uuid NOT NULL,
	"user_id" text NOT NULL,
	"name" text NOT NULL,
	"scope" text NOT NULL,
	"token_hash" text NOT NULL,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL,
	"used_at" timestamp with time zone,
	"revoked_at" timestamp with time zone,
	CONSTRAINT "script_key_tokenHash_unique" UNIQUE("token_hash")
);
--> statement-breakpoint
ALTER TABLE "member" DROP CONSTRAINT "member_library_id_user_id_pk";--> statement-breakpoint
ALTER TABLE "member" ADD COLUMN "id" uuid PRIMARY KEY NOT NULL DEFAULT gen_random_uuid();--> statement-breakpoint
ALTER TABLE "member" ALTER COLUMN "id" DROP DEFAULT;--> statement-breakpoint
ALTER TABLE "member" ADD COLUMN "name" text;--> statement-breakpoint
UPDATE "member" SET "name" = "account_user"."name" FROM "account_user" WHERE "account_user"."id" = "member"."user_id";--> statement-breakpoint
ALTER TABLE "member" ALTER COLUMN "name" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "member" ADD COLUMN "removed" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "member" ADD COLUMN "version" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "invitation" ADD CONSTRAINT "invitation_library_id_library_id_fk" FOREIGN KEY ("library_id") REFERENCES "public"."library"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "invitation" ADD CONSTRAINT "invitation_made_by_account_user_id_fk" FOREIGN KEY ("made_by") REFERENCES "public"."account_user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "script_key" ADD CONSTRAINT "script_key_library_id_library_id_fk" FOREIGN KEY ("library_id") REFERENCES "public"."library"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "script_key" ADD CONSTRAINT "script_key_user_id_account_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."account_user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "invitation_library_id_index" ON "invitation" USING btree ("library_id");--> statement-breakpoint
CREATE INDEX "script_key_library_id_user_id_index" ON "script_key" USING btree ("library_id","user_id");--> statement-breakpoint
ALTER TABLE "member" ADD CONSTRAINT "member_once" UNIQUE("library_id","user_id");