<?php

declare(strict_types=1);

namespace Orchard\Core\Wording;

/** What is known of the page whose text is checked; what is empty is not checked against. */
final readonly class TextContext
{
    /**
     * @param  string  $name  of the page
     * @param  string  $brand  of its market
     * @param  string  $suffix  what the theme adds behind a title
     * @param  string  $lead  the page's lead term
     * @param  string  $other  its other text, as a searcher gets it
     * @param  int  $year  the year that it is now; 0 where years are not looked at
     */
    public function __construct(
        public string $name = '',
        public string $brand = '',
        public string $suffix = '',
        public string $lead = '',
        public string $other = '',
        public int $year = 0,
    ) {
    }

    /** A shown text without what the theme adds. */
    public function own(string $shown): string
    {
        return $this->suffix !== '' && str_ends_with($shown, $this->suffix)
            ? substr($shown, 0, -strlen($this->suffix))
            : $shown;
    }
}
