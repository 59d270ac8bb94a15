<?php

declare(strict_types=1);

namespace Orchard\Core\Redirects;

use Orchard\Core\Url\PageUrl;

/** One line of the redirect book. */
final readonly class Redirect
{
    /** Those that a line may have; 410 goes without a target. */
    public const STATUSES = [301, 302, 307, 308, 410];

    /** @param  int  $status  301, 302, 307 or 308; 410 where the page is gone for good, and then without a target */
    public function __construct(public PageUrl $from, public ?PageUrl $to, public int $status = 301)
    {
    }
}
