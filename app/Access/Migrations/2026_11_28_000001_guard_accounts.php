<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    /** Invitations can be ended before they are used; passwords can be reset by a link. */
    public function up(): void
    {
        Schema::table('access_invitations', function (Blueprint $table): void {
            $table
                ->dateTime('ended_at')
                ->nullable()
                ->comment('withdrawn, replaced by a newer link, or its person was removed');
            $table->index(['store_id', 'email']);
        });
        // As the password broker of Laravel reads it: one row a person, the token kept as a hash.
        Schema::create('password_reset_tokens', function (Blueprint $table): void {
            $table->string('email', 190)->primary();
            $table->string('token');
            $table->timestamp('created_at')->nullable();
        });
    }
};
