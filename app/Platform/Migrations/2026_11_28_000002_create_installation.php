<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    /** One row: what this database held when it was last started, and a word that only its own key opens. */
    public function up(): void
    {
        Schema::create('installation', function (Blueprint $table): void {
            $table->unsignedTinyInteger('id')->primary();
            $table->text('sealed')->comment('a known word, encrypted with the application\'s key');
            $table->mediumText('tables')->comment('names of the tables, a JSON list');
        });
    }
};
