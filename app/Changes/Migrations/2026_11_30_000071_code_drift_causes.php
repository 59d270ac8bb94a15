<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Wording\TextShift;

return new class extends Migration
{
    /**
     * Causes stood here in words, and texts were decided on by them. Each becomes the code of the same shift, told anew
     * by one of its texts; work that still decides by the words goes on by the code.
     */
    public function up(): void
    {
        DB::statement("ALTER TABLE drifts MODIFY cause VARCHAR(400) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin
            NOT NULL DEFAULT '' COMMENT 'code of an Orchard\\\\Core\\\\Wording\\\\TextShift; empty where none was told'");
        $works = DB::table('work')
            ->where('sort', 'gather.decide')
            ->whereIn('state', ['waiting', 'running', 'stopped', 'failed'])
            ->get(['id', 'store_id', 'progress']);
        foreach (
            DB::select("SELECT d.store_id, d.field, d.cause, MIN(d.resource_id) AS resource_id FROM drifts d
                WHERE d.cause <> '' AND d.cause NOT LIKE '[\"%' GROUP BY d.store_id, d.field, d.cause") as $told
        ) {
            $drift = DB::table('drifts')
                ->join('resources', 'resources.id', '=', 'drifts.resource_id')
                ->where('resource_id', $told->resource_id)
                ->where('field', $told->field)
                ->first(['ours', 'theirs', 'name']);
            $code =
                $drift === null
                    ? ''
                    : TextShift::between((string) $drift->ours, (string) $drift->theirs, (string) $drift->name)->code();
            DB::table('drifts')
                ->where('store_id', $told->store_id)
                ->where('field', $told->field)
                ->where('cause', $told->cause)
                ->update(['cause' => $code]);
            foreach ($works as $work) {
                $progress = json_decode((string) $work->progress, true);
                if (
                    (int) $work->store_id === (int) $told->store_id &&
                    is_array($progress) &&
                    ($progress['field'] ?? null) === (int) $told->field &&
                    ($progress['cause'] ?? null) === $told->cause
                ) {
                    DB::table('work')
                        ->where('id', $work->id)
                        ->update([
                            'progress' => json_encode(['cause' => $code] + $progress, JSON_THROW_ON_ERROR),
                        ]);
                }
            }
        }
    }
};
