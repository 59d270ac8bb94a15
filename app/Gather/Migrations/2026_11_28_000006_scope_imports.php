<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::table('gather_imports', function (Blueprint $table): void {
            $table
                ->string('scope', 190)
                ->default('')
                ->comment('part of the store that the rows speak for; empty for all of it');
        });
    }
};
