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
    /** Things of one shop; a list that is longer never ends. */
    private const MOST = 1_000_000;

    public function __construct(private Store $store, private ShopAdmin $admin)
    {
    }

    /**
     * @return bool whether all have been brought in; else there is more for the next slice
     *
     * @throws ShopUnavailable
     */
    public function work(WorkRun $run): bool
    {
        $progress = $run->progress();
        $after = is_string($progress['sync_after'] ?? null) ? $progress['sync_after'] : null;
        $count = is_int($progress['resources'] ?? null) ? $progress['resources'] : 0;
        $strays = is_int($progress['strays'] ?? null) ? $progress['strays'] : 0;
        $book = new ResourceBook($this->store, $run->subjectId);
        for ($turn = 0; ; $turn++) {
            $batch = $this->batch($after);
            // The first batch of a slice may be one that a killed process had written already.
            if ($turn > 0 && $book->hasMet($batch->resources)) {
                throw ShopUnavailable::garbled(
                    'a list gives the same page twice. Look at its paging under Connect the shop.',
                );
            }
            $left = $run->fenced(static fn (): int => $book->write($batch->resources));
            $strays += is_int($left) ? $left : 0;
            $count += count($batch->resources);
            if ($count > self::MOST) {
                throw ShopUnavailable::garbled(
                    'a list of more than '.
                        number_format(self::MOST).
                        ' things. Look at its paging under Connect the shop.',
                );
            }
            $after = $batch->next;
            $run->beat(['sync_after' => $after, 'resources' => $count, 'strays' => $strays], force: true);
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
                if ($try >= 4 || $unavailable->isFinal()) {
                    throw $unavailable;
                }
                sleep(min(8, max($try, $unavailable->retryAfter ?? 0)));
            }
        }
    }
}
