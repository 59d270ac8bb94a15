<?php

declare(strict_types=1);

namespace Orchard\Core\Wording;

/** What is known of the page whose text is checked; what is empty is not checked against. */
final readonly class TextContext
{
    public HouseRules $house;

    /**
     * @param  string  $brand  of its market
     * @param  string  $suffix  what the theme adds behind a title
     * @param  string  $lead  the page's lead term
     * @param  string  $other  its other text, as a searcher gets it
     * @param  int  $year  the year that it is now; 0 where years are not looked at
     * @param  ?HouseRules  $house  which checks the store makes of such a text, and what it wants in it
     * @param  int  $misspelt  words of the text that no dictionary knows
     */
    public function __construct(
        public PageWords $page = new PageWords(),
        public string $brand = '',
        public string $suffix = '',
        public string $lead = '',
        public string $other = '',
        public int $year = 0,
        ?HouseRules $house = null,
        public int $misspelt = 0,
    ) {
        $this->house = $house ?? HouseRules::usual();
    }

    /** A shown text without what the theme adds. */
    public function own(string $shown): string
    {
        return $this->suffix !== '' && str_ends_with($shown, $this->suffix)
            ? substr($shown, 0, -strlen($this->suffix))
            : $shown;
    }
}
