<?php

declare(strict_types=1);

namespace App\Gather\Sync;

use App\Catalogue\ResourceBook;
use App\Connectors\Shop\ResourceBatch;
use App\Connectors\Shop\ShopAdmin;
use App\Connectors\Shop\ShopUnavailable;
use App\Platform\Work\WorkRun;
use App\Stores\Models\Store;

/** Brings the shop's resources in, batch by batch, and joins each to the page it shows under. */
final readonly class ResourceSync
{
    public function __construct(private Store $store, private ShopAdmin $admin)
    {
    }

    /** @return bool whether all have been brought in; else there is more for the next slice */
    public function work(WorkRun $run): bool
    {
        $progress = $run->progress();
        $after = is_string($progress['sync_after'] ?? null) ? $progress['sync_after'] : null;
        $count = $run->progress()['resources'] ?? 0;
        $book = new ResourceBook($this->store, $run->subjectId);
        while (true) {
            $batch = $this->batch($after);
            $run->fenced(static fn () => $book->write($batch->resources));
            $count = (is_int($count) ? $count : 0) + count($batch->resources);
            $after = $batch->next;
            $run->beat(['sync_after' => $after, 'resources' => $count], force: true);
            if ($after === null) {
                $run->fenced(static fn () => $book->markGone());

                return true;
            }
            if ($run->timeIsUp()) {
                return false;
            }
        }
    }

    private function batch(?string $after): ResourceBatch
    {
        for ($try = 1; ; $try++) {
            try {
                return $this->admin->list($after);
            } catch (ShopUnavailable $unavailable) {
                if (
                    $try >= 4 ||
                    $unavailable->isFinal()
                ) {
                    throw $unavailable;
                }
                sleep(min(8, max($try, $unavailable->retryAfter ?? 0)));
            }
        }
    }
}
