<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::table('gather_crawls', function (Blueprint $table): void {
            $table
                ->string('sync_problem', 400)
                ->nullable()
                ->comment('why the shop\'s own products and collections could not be read in this crawl');
        });
    }
};
