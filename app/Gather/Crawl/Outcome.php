<?php

declare(strict_types=1);

namespace App\Gather\Crawl;

use App\Gather\Parsing\ParsedPage;
use App\Inventory\FetchedPage;

/** How the fetch of one page ended. */
final readonly class Outcome
{
    /**
     * @param  ?FetchedPage  $fetched  null where the answer was the same as at the last crawl, to the byte
     * @param  string  $answer  16 bytes that stand for the answer; empty where nothing was parsed
     */
    public function __construct(
        public FrontierPage $page,
        public FrontierState $state,
        public ?FetchedPage $fetched,
        public ?ParsedPage $parsed = null,
        public string $answer = '',
    ) {
    }

    /** Of a page that robots.txt keeps from us. */
    public static function barred(FrontierPage $page): self
    {
        return new self(
            $page,
            FrontierState::Barred,
            new FetchedPage($page->id, $page->url, 0, problem: FetchedPage::BARRED),
        );
    }

    public static function failed(FrontierPage $page, int $status, string $problem): self
    {
        return new self(
            $page,
            FrontierState::Failed,
            new FetchedPage($page->id, $page->url, $status, problem: $problem),
        );
    }
}
