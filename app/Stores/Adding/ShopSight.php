<?php

declare(strict_types=1);

namespace App\Stores\Adding;

use Orchard\Core\Markets\SeenMarket;

/** What was seen of a shop before it becomes a store. */
final readonly class ShopSight
{
    /**
     * @param  string  $url  where its pages begin, after redirects
     * @param  list<SeenMarket>  $markets  none where the home page names no others
     * @param  ?int  $pages  in its sitemaps; null where none was read
     * @param  list<string>  $remarks  what is worth knowing, as sentences
     * @param  ?string  $obstacle  why a crawl would bring nothing now, and what to do; null where it can begin
     */
    public function __construct(
        public string $url,
        public Proposal $name,
        public Proposal $language,
        public Proposal $currency,
        public Proposal $timezone,
        public Proposal $country,
        public array $markets = [],
        public ?int $pages = null,
        public array $remarks = [],
        public ?string $obstacle = null,
    ) {
    }

    /**
     * @param  list<string>  $remarks
     * @param  ?int  $pages  in its sitemaps
     */
    public function told(array $remarks, ?int $pages, ?string $obstacle): self
    {
        return new self(
            $this->url,
            $this->name,
            $this->language,
            $this->currency,
            $this->timezone,
            $this->country,
            $this->markets,
            $pages,
            $remarks,
            $obstacle,
        );
    }
}
