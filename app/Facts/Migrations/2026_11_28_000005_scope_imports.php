<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    /**
     * An import owns its days for the part of the store that it speaks for (App\Facts\RowScope); empty for all of it.
     */
    public function up(): void
    {
        Schema::table('fact_days', function (Blueprint $table): void {
            $table->string('scope', 190)->default('');
        });
    }
};
