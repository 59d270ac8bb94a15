<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    /** A wait is known by its span, too, so that a clock that is put back holds nothing up. */
    public function up(): void
    {
        Schema::table('work', function (Blueprint $table): void {
            $table
                ->unsignedInteger('wake_seconds')
                ->default(0)
                ->comment('seconds that were asked for when wake_at was set')
                ->after('wake_at');
            $table->unsignedBigInteger('worked_ms')->default(0)->comment('milliseconds of all slices so far');
        });
    }
};
