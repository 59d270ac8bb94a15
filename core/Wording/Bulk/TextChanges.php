<?php

declare(strict_types=1);

namespace Orchard\Core\Wording\Bulk;

use InvalidArgumentException;
use Orchard\Core\Text\Ruler;

/** Makes a change from what somebody chose. */
final class TextChanges
{
    public const KINDS = [
        'replace', 'brand-on', 'brand-off', 'sentence', 'title', 'calm', 'take', 'swap', 'fit', 'tidy',
    ];

    /**
     * @param  array{find?: ?string, with?: ?string, how?: ?string, minds?: bool, from?: ?string,
     *     sign?: ?string}  $given
     *
     * @throws InvalidArgumentException when there is no such change, or what it needs is missing
     */
    public static function of(string $kind, array $given, Ruler $ruler): TextChange
    {
        return match ($kind) {
            'replace' => new Replace(
                $given['find'] ?? '',
                $given['with'] ?? '',
                $given['how'] ?? 'plain',
                $given['minds'] ?? false,
            ),
            'brand-on' => new Brand(
                true,
                ($given['sign'] ?? '') === '' ? ' – ' : ' '.trim((string) $given['sign']).' ',
            ),
            'brand-off' => new Brand(false),
            'sentence', 'title', 'calm' => new Letters($kind),
            'take' => new TakeFrom($given['from'] ?? 'name'),
            'swap' => new Swap($given['sign'] ?? ''),
            'fit' => new Fit($ruler),
            'tidy' => new Tidy(),
            default => throw new InvalidArgumentException("There is no change \"$kind\"."),
        };
    }
}
