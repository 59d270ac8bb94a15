<?php

declare(strict_types=1);

namespace App\Stores\Leaving;

use App\Platform\Typed;
use App\Platform\Work\NewWork;
use App\Platform\Work\WorkDesk;
use App\Platform\Work\WorkView;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Storage;
use InvalidArgumentException;

/** Puts stores away, exports them, and lets them go. */
final readonly class Leaving
{
    public function __construct(private WorkDesk $desk)
    {
    }

    /** Nothing is fetched, written or sent from now on; all of it can be looked at and brought back. */
    public function archive(Store $store): void
    {
        $store->forceFill(['archived_at' => now('UTC')])->save();
        foreach (
            DB::table('work')
                ->where('store_id', $store->id)
                ->whereIn('state', ['waiting', 'running'])
                ->pluck('id') as $id
        ) {
            $this->desk->stop(Typed::int($id));
        }
    }

    public function bringBack(Store $store): void
    {
        $store->forceFill(['archived_at' => null])->save();
    }

    /**
     * Begins to delete an archived store.
     *
     * @param  string  $name  the store's name, typed by whoever means it
     * @return int the work's id
     *
     * @throws InvalidArgumentException where it is not archived, or the name is another
     */
    public function delete(Store $store, string $name, ?int $userId): int
    {
        return DB::transaction(function () use ($store, $name, $userId): int {
            $held = Store::query()->lockForUpdate()->find($store->id);
            if ($held === null || $held->leaving_at !== null) {
                throw new InvalidArgumentException('This store is being deleted already.');
            }
            if ($held->archived_at === null) {
                throw new InvalidArgumentException('Archive the store first. Only an archived store can be deleted.');
            }
            if (trim($name) !== $held->name) {
                throw new InvalidArgumentException("Type the store’s name as it is: {$held->name}");
            }
            $held->forceFill(['leaving_at' => now('UTC')])->save();

            return $this->desk->begin(new NewWork(DeleteWork::class, 0, $store->id, $userId));
        });
    }

    /** @return int the work's id; the export that is under way where there is one */
    public function export(Store $store, ?int $userId): int
    {
        return DB::transaction(function () use ($store, $userId): int {
            DB::table('stores')->where('id', $store->id)->lockForUpdate()->first();
            $latest = WorkView::latest($store->id, ExportWork::sort());

            return $latest !== null && $latest->isActive()
                ? $latest->id
                : $this->desk->begin(new NewWork(ExportWork::class, $store->id, $store->id, $userId));
        });
    }

    /** The name of the last export's file on the disk "uploads"; null where there is none any more. */
    public static function exported(Store $store): ?string
    {
        $file = WorkView::latest($store->id, ExportWork::sort())->progress['file'] ?? null;

        return is_string($file) && Storage::disk('uploads')->exists($file) ? $file : null;
    }

    /** Lets go of exports that are older than a week. */
    public static function forgetExports(): void
    {
        $disk = Storage::disk('uploads');
        foreach ($disk->directories('exports') as $folder) {
            $newest = max([
                0,
                ...array_map(static fn (string $file): int => $disk->lastModified($file), $disk->files($folder)),
            ]);
            if ($newest < time() - 86400 * ExportWork::DAYS) {
                $disk->deleteDirectory($folder);
            }
        }
    }
}
