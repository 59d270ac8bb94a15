<?php

declare(strict_types=1);

namespace Orchard\Core\Markup;

/** A link as it stands on a page. */
final readonly class Link
{
    public const NOFOLLOW = 1;

    public const SPONSORED = 2;

    public const UGC = 4;

    /**
     * @param  string  $target  absolute, in PageUrl's form
     * @param  string  $anchor  its text, or the alt text of its images where it has none; at most 255 characters
     * @param  int  $rel  bits: what the link says of its target
     */
    public function __construct(public string $target, public string $anchor, public int $rel, public Region $region)
    {
    }

    /** The bits of a rel attribute. */
    public static function relOf(string $rel): int
    {
        $words = preg_split('/[\t\n\f\r ]+/', strtolower(trim($rel))) ?: [];

        return (in_array('nofollow', $words, true) ? self::NOFOLLOW : 0) |
            (in_array('sponsored', $words, true) ? self::SPONSORED : 0) |
            (in_array('ugc', $words, true) ? self::UGC : 0);
    }

    public static function relInWords(int $rel): string
    {
        return implode(
            ', ',
            array_keys(
                array_filter([
                    'nofollow' => $rel & self::NOFOLLOW,
                    'sponsored' => $rel & self::SPONSORED,
                    'ugc' => $rel & self::UGC,
                ]),
            ),
        );
    }
}
