<?php

declare(strict_types=1);

namespace Orchard\Core\Terms;

use InvalidArgumentException;

/** The links that lead to a page: from other sites, and from texts of its own. */
final readonly class LinkStock
{
    /**
     * @param  int  $backlinks  followed ones in the content of other sites, each site once
     * @param  int  $internal  followed ones in the content of its own site
     *
     * @throws InvalidArgumentException where one of them is below 0
     */
    public function __construct(public int $backlinks, public int $internal)
    {
        if ($backlinks < 0 || $internal < 0) {
            throw new InvalidArgumentException('A number of links is 0 or more.');
        }
    }

    /**
     * All of it as backlinks.
     *
     * @param  float  $factor  links of its own site that weigh as much as one backlink, above 0
     */
    public function reckoned(float $factor): float
    {
        return $this->backlinks + $this->internal / $factor;
    }
}
