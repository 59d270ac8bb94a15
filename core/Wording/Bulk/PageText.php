<?php

declare(strict_types=1);

namespace Orchard\Core\Wording\Bulk;

use Orchard\Core\Text\Slot;

/** A text that is to be changed among many, and what of its page the change may need. */
final readonly class PageText
{
    /**
     * @param  string  $text  as it stands: the draft, else what the shop holds
     * @param  string  $language  two letters of ISO 639-1, such as "en"
     * @param  string  $brand  of the page's market; empty where none is set
     * @param  string  $suffix  what the theme adds behind it by itself
     * @param  Slot  $slot  where a result list shows it
     * @param  array<string, string>  $others  other texts of the page by name: name, h1, title, description, lead, shop
     */
    public function __construct(
        public string $text,
        public string $language,
        public string $brand,
        public string $suffix,
        public Slot $slot,
        public array $others = [],
    ) {
    }
}
