<?php

declare(strict_types=1);

namespace App\Untangle\Lists;

use Orchard\Core\LinkGraph\HreflangFault;

/** What is wrong with a version of a page in another language or market. */
final readonly class WrongVersion
{
    /**
     * @param  string  $code  language, and region where it has one, as the page says it
     */
    public function __construct(
        public int $pageId,
        public string $url,
        public int $place,
        public string $otherUrl,
        public string $code,
        public HreflangFault $fault,
        public int $clicks,
    ) {
    }
}
