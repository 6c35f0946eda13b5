CREATE TABLE "account_attempt" (
	"id" text PRIMARY KEY NOT NULL,
	"key" text NOT NULL,
	"count" integer NOT NULL,
	"last_request" bigint NOT NULL,
	CONSTRAINT "account_attempt_key_unique" UNIQUE("key")
);
--> statement-breakpoint
CREATE TABLE "account_credential" (
	"id" text PRIMARY KEY NOT NULL,
	"account_id" text NOT NULL,
	"provider_id" text NOT NULL,
	"user_id" text NOT NULL,
	"access_token" text,
	"refresh_token" text,
	"id_token" text,
	"access_token_expires_at" timestamp with time zone,
	"refresh_token_expires_at" timestamp with time zone,
	"scope" text,
	"password" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "account_sign_in" (
	"id" text PRIMARY KEY NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"token" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"ip_address" text,
	"user_agent" text,
	"user_id" text NOT NULL,
	CONSTRAINT "account_sign_in_token_unique" UNIQUE("token")
);
--> statement-breakpoint
CREATE TABLE "account_user" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"email" text NOT NULL,
	"email_verified" boolean DEFAULT false NOT NULL,
	"image" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "account_user_email_unique" UNIQUE("email")
);
--> statement-breakpoint
CREATE TABLE "account_verification" (
	"id" text PRIMARY KEY NOT NULL,
	"identifier" text NOT NULL,
	"value" text NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "alias" (
	"id" uuid PRIMARY KEY NOT NULL,
	"library_id" uuid NOT NULL,
	"owner_id" text,
	"text" text NOT NULL,
	"folded" text NOT NULL,
	"card_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	CONSTRAINT "alias_recalls_one_thing" UNIQUE NULLS NOT DISTINCT("library_id","owner_id","folded")
);
--> statement-breakpoint
CREATE TABLE "bench_session" (
	"id" uuid PRIMARY KEY NOT NULL,
	"library_id" uuid NOT NULL,
	"name" text NOT NULL,
	"medium" text NOT NULL,
	"position" text COLLATE "C" NOT NULL
);
--> statement-breakpoint
CREATE TABLE "card" (
	"id" uuid PRIMARY KEY NOT NULL,
	"library_id" uuid NOT NULL,
	"layer" text NOT NULL,
	"name" text NOT NULL,
	"sort_key" text NOT NULL,
	"medium" text NOT NULL,
	"fits" text[] NOT NULL,
	"folder_id" uuid,
	"note" text DEFAULT '' NOT NULL,
	"content_version" integer NOT NULL,
	"fingerprint" text NOT NULL,
	"chain_text" text NOT NULL,
	"author_id" text,
	"added_at" timestamp with time zone DEFAULT now() NOT NULL,
	"withdrawn" boolean DEFAULT false NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	CONSTRAINT "card_layer" CHECK ("card"."layer" in ('supplied', 'team', 'private'))
);
--> statement-breakpoint
CREATE TABLE "card_version" (
	"card_id" uuid NOT NULL,
	"number" integer NOT NULL,
	"library_id" uuid NOT NULL,
	"fingerprint" text NOT NULL,
	"chain_text" text NOT NULL,
	"author_id" text,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "card_version_card_id_number_pk" PRIMARY KEY("card_id","number")
);
--> statement-breakpoint
CREATE TABLE "change" (
	"stream_id" uuid NOT NULL,
	"revision" integer NOT NULL,
	"sequence" bigserial NOT NULL,
	"request_id" uuid NOT NULL,
	"command" text NOT NULL,
	"summary" text NOT NULL,
	"actor_id" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"forward" jsonb NOT NULL,
	"backward" jsonb NOT NULL,
	"result" jsonb NOT NULL,
	"direction" text DEFAULT 'do' NOT NULL,
	"takes_back" integer,
	"taken_back" boolean DEFAULT false NOT NULL,
	CONSTRAINT "change_stream_id_revision_pk" PRIMARY KEY("stream_id","revision"),
	CONSTRAINT "change_requestId_unique" UNIQUE("request_id")
);
--> statement-breakpoint
CREATE TABLE "favourite" (
	"id" uuid PRIMARY KEY NOT NULL,
	"library_id" uuid NOT NULL,
	"owner_id" text NOT NULL,
	"card_id" uuid NOT NULL,
	"position" text COLLATE "C" NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	CONSTRAINT "favourite_once" UNIQUE("library_id","owner_id","card_id")
);
--> statement-breakpoint
CREATE TABLE "folder" (
	"id" uuid PRIMARY KEY NOT NULL,
	"library_id" uuid NOT NULL,
	"parent_id" uuid,
	"name" text NOT NULL,
	"position" text COLLATE "C" NOT NULL,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "key_binding" (
	"id" uuid PRIMARY KEY NOT NULL,
	"library_id" uuid NOT NULL,
	"owner_id" text NOT NULL,
	"key" text NOT NULL,
	"card_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	CONSTRAINT "key_does_one_thing" UNIQUE("library_id","owner_id","key")
);
--> statement-breakpoint
CREATE TABLE "library" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "media" (
	"library_id" uuid NOT NULL,
	"id" text NOT NULL,
	"name" text NOT NULL,
	"bytes" bigint NOT NULL,
	"facts" jsonb NOT NULL,
	"added_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "media_library_id_id_pk" PRIMARY KEY("library_id","id")
);
--> statement-breakpoint
CREATE TABLE "member" (
	"library_id" uuid NOT NULL,
	"user_id" text NOT NULL,
	"role" text NOT NULL,
	"settings" jsonb DEFAULT '{}'::jsonb NOT NULL,
	CONSTRAINT "member_library_id_user_id_pk" PRIMARY KEY("library_id","user_id")
);
--> statement-breakpoint
CREATE TABLE "stream" (
	"id" uuid PRIMARY KEY NOT NULL,
	"library_id" uuid NOT NULL,
	"member_id" text,
	"session_id" uuid,
	"revision" integer DEFAULT 0 NOT NULL,
	CONSTRAINT "stream_libraryId_memberId_sessionId_unique" UNIQUE NULLS NOT DISTINCT("library_id","member_id","session_id"),
	CONSTRAINT "stream_of_one_kind" CHECK ("stream"."member_id" is null or "stream"."session_id" is null)
);
--> statement-breakpoint
CREATE TABLE "target" (
	"id" uuid PRIMARY KEY NOT NULL,
	"library_id" uuid NOT NULL,
	"session_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"name" text NOT NULL,
	"media_id" text NOT NULL,
	"position" text COLLATE "C" NOT NULL,
	"chain_text" text NOT NULL,
	"strength" real DEFAULT 100 NOT NULL,
	"card_id" uuid,
	"card_version" integer,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
ALTER TABLE "account_credential" ADD CONSTRAINT "account_credential_user_id_account_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."account_user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "account_sign_in" ADD CONSTRAINT "account_sign_in_user_id_account_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."account_user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "alias" ADD CONSTRAINT "alias_library_id_library_id_fk" FOREIGN KEY ("library_id") REFERENCES "public"."library"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "alias" ADD CONSTRAINT "alias_owner_id_account_user_id_fk" FOREIGN KEY ("owner_id") REFERENCES "public"."account_user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "alias" ADD CONSTRAINT "alias_card_id_card_id_fk" FOREIGN KEY ("card_id") REFERENCES "public"."card"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "bench_session" ADD CONSTRAINT "bench_session_library_id_library_id_fk" FOREIGN KEY ("library_id") REFERENCES "public"."library"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "card" ADD CONSTRAINT "card_library_id_library_id_fk" FOREIGN KEY ("library_id") REFERENCES "public"."library"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "card" ADD CONSTRAINT "card_folder_id_folder_id_fk" FOREIGN KEY ("folder_id") REFERENCES "public"."folder"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "card" ADD CONSTRAINT "card_author_id_account_user_id_fk" FOREIGN KEY ("author_id") REFERENCES "public"."account_user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "card_version" ADD CONSTRAINT "card_version_library_id_library_id_fk" FOREIGN KEY ("library_id") REFERENCES "public"."library"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "card_version" ADD CONSTRAINT "card_version_author_id_account_user_id_fk" FOREIGN KEY ("author_id") REFERENCES "public"."account_user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "change" ADD CONSTRAINT "change_stream_id_stream_id_fk" FOREIGN KEY ("stream_id") REFERENCES "public"."stream"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "change" ADD CONSTRAINT "change_actor_id_account_user_id_fk" FOREIGN KEY ("actor_id") REFERENCES "public"."account_user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "favourite" ADD CONSTRAINT "favourite_library_id_library_id_fk" FOREIGN KEY ("library_id") REFERENCES "public"."library"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "favourite" ADD CONSTRAINT "favourite_owner_id_account_user_id_fk" FOREIGN KEY ("owner_id") REFERENCES "public"."account_user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "favourite" ADD CONSTRAINT "favourite_card_id_card_id_fk" FOREIGN KEY ("card_id") REFERENCES "public"."card"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "folder" ADD CONSTRAINT "folder_library_id_library_id_fk" FOREIGN KEY ("library_id") REFERENCES "public"."library"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "folder" ADD CONSTRAINT "folder_parent_id_folder_id_fk" FOREIGN KEY ("parent_id") REFERENCES "public"."folder"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "key_binding" ADD CONSTRAINT "key_binding_library_id_library_id_fk" FOREIGN KEY ("library_id") REFERENCES "public"."library"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "key_binding" ADD CONSTRAINT "key_binding_owner_id_account_user_id_fk" FOREIGN KEY ("owner_id") REFERENCES "public"."account_user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "key_binding" ADD CONSTRAINT "key_binding_card_id_card_id_fk" FOREIGN KEY ("card_id") REFERENCES "public"."card"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "media" ADD CONSTRAINT "media_library_id_library_id_fk" FOREIGN KEY ("library_id") REFERENCES "public"."library"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "member" ADD CONSTRAINT "member_library_id_library_id_fk" FOREIGN KEY ("library_id") REFERENCES "public"."library"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "member" ADD CONSTRAINT "member_user_id_account_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."account_user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stream" ADD CONSTRAINT "stream_library_id_library_id_fk" FOREIGN KEY ("library_id") REFERENCES "public"."library"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stream" ADD CONSTRAINT "stream_member_id_account_user_id_fk" FOREIGN KEY ("member_id") REFERENCES "public"."account_user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stream" ADD CONSTRAINT "stream_session_id_bench_session_id_fk" FOREIGN KEY ("session_id") REFERENCES "public"."bench_session"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "target" ADD CONSTRAINT "target_library_id_library_id_fk" FOREIGN KEY ("library_id") REFERENCES "public"."library"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "target" ADD CONSTRAINT "target_session_id_bench_session_id_fk" FOREIGN KEY ("session_id") REFERENCES "public"."bench_session"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "alias_card_id_index" ON "alias" USING btree ("card_id");--> statement-breakpoint
CREATE INDEX "card_library_id_folder_id_index" ON "card" USING btree ("library_id","folder_id");--> statement-breakpoint
CREATE INDEX "change_stream_id_actor_id_sequence_index" ON "change" USING btree ("stream_id","actor_id","sequence" DESC NULLS LAST);--> statement-breakpoint
CREATE INDEX "favourite_card_id_index" ON "favourite" USING btree ("card_id");--> statement-breakpoint
CREATE INDEX "folder_library_id_parent_id_index" ON "folder" USING btree ("library_id","parent_id");--> statement-breakpoint
CREATE INDEX "key_binding_card_id_index" ON "key_binding" USING btree ("card_id");--> statement-breakpoint
CREATE INDEX "member_user_id_index" ON "member" USING btree ("user_id");--> statement-breakpoint
CREATE INDEX "target_session_id_index" ON "target" USING btree ("session_id");