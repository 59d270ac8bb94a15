<?php

declare(strict_types=1);

namespace Orchard\Core\Sitemaps;

/** One page as a sitemap lists it. */
final readonly class SitemapEntry
{
    /**
     * @param  ?string  $changed  day of the last true change, YYYY-MM-DD; null where none is known
     * @param  list<string>  $images
     * @param  array<string, string>  $versions  URL by language code, the page itself among them
     * @param  ?string  $frequency  as the protocol names it (weekly, monthly, yearly …); null to leave it out
     * @param  ?float  $priority  0 to 1 beside the site's other pages; null to leave it out
     */
    public function __construct(
        public string $url,
        public ?string $changed = null,
        public array $images = [],
        public array $versions = [],
        public ?string $frequency = null,
        public ?float $priority = null,
    ) {
    }

    /**
     * How often a page seems to change, by the time since it last did: a page that changed D days ago is taken to
     * change about every D days.
     *
     * @param  ?string  $changed  YYYY-MM-DD
     * @param  string  $today  YYYY-MM-DD
     */
    public static function frequencyOf(?string $changed, string $today): ?string
    {
        if ($changed === null) {
            return null;
        }
        $days = intdiv(max(0, (int) strtotime("$today UTC") - (int) strtotime("$changed UTC")), 86400);

        return match (true) {
            $days <= 1 => 'daily',
            $days <= 7 => 'weekly',
            $days <= 31 => 'monthly',
            default => 'yearly',
        };
    }
}
