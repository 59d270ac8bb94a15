<?php

declare(strict_types=1);

namespace App\Gather\Crawl;

use App\Platform\Work\SliceEnd;

/** Whether a shop still answers a crawl: failures and refusals that come one after the other. */
final class CrawlHealth
{
    /** This many failures in a row, with nothing fetched between, end the crawl. */
    private const DEAD_AFTER = 25;

    /** So many refusals one after the other mean that the shop does not want this crawl. */
    private const REFUSED_AFTER = 50;

    private int $failed = 0;

    private int $refused = 0;

    private ?string $problem = null;

    public function failed(string $problem): void
    {
        $this->failed++;
        $this->problem = $problem;
    }

    public function answered(int $status): void
    {
        $this->failed = 0;
        $this->refused = $status === 401 || $status === 403 ? $this->refused + 1 : 0;
    }

    public function isSilent(): bool
    {
        return $this->failed >= self::DEAD_AFTER;
    }

    public function isDead(): bool
    {
        return $this->isSilent() || $this->refused >= self::REFUSED_AFTER;
    }

    /** What the crawl ends with where it is dead. */
    public function end(): SliceEnd
    {
        return SliceEnd::failed(
            $this->refused >= self::REFUSED_AFTER
                ? "The shop refuses this crawl: the last $this->refused pages were all forbidden. ".
                    'Ask whoever runs the shop to let it in, then resume.'
                : 'The shop has stopped answering; last seen: '.
                    ($this->problem ?? 'no answer').
                    ' Resume the crawl when it is back.',
        );
    }
}
