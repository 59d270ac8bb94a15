<?php

declare(strict_types=1);

namespace App\Stores;

use App\Stores\Models\Market;
use App\Stores\Models\Store;
use InvalidArgumentException;
use Orchard\Core\Wording\TextLimits;

/** Every option of a market by name, for commands and the settings page. */
final class MarketOptions
{
    private const LIMITS = [
        'title_width' => [200, 2000, 'pixels of a desktop title line'],
        'title_aim' => [100, 2000, 'pixels to aim for in a title'],
        'title_least' => [0, 300, 'characters under which a title is too short'],
        'description_width' => [200, 2000, 'pixels of a desktop description line'],
        'description_least' => [0, 900, 'characters under which a description is too short'],
    ];

    public static function knows(string $key): bool
    {
        return isset(self::LIMITS[$key]) ||
            in_array(
                $key,
                ['market_name', 'language', 'country', 'currency', 'host', 'path', 'brand', 'title_suffix'],
                true,
            );
    }

    /** @return list<array{key: string, value: string|int|float, means: string}> */
    public static function list(Market $market): array
    {
        $rows = [
            ['key' => 'market_name', 'value' => $market->name, 'means' => 'what people call the market'],
            ['key' => 'language', 'value' => $market->language, 'means' => 'of the texts (BCP 47)'],
            ['key' => 'country', 'value' => $market->country, 'means' => 'of the market, two letters; empty for all'],
            ['key' => 'currency', 'value' => $market->currency, 'means' => 'three letters'],
            ['key' => 'host', 'value' => $market->host, 'means' => 'its pages stand on this host; empty for any'],
            [
                'key' => 'path',
                'value' => $market->path_prefix,
                'means' => 'the paths of its pages begin so, such as /de; empty for all',
            ],
            ['key' => 'brand', 'value' => $market->brand, 'means' => 'how the store calls itself in texts'],
            [
                'key' => 'title_suffix',
                'value' => $market->title_suffix ??
                    TitleSuffixes::of(Store::query()->findOrFail($market->store_id))->inWords($market->id),
                'means' => 'what the theme adds to titles; "auto" to learn it from the pages',
            ],
        ];
        $limits = $market->textLimits()->toArray();
        foreach (self::LIMITS as $key => [, , $means]) {
            $rows[] = ['key' => $key, 'value' => $limits[$key], 'means' => $means];
        }

        return $rows;
    }

    /** @throws InvalidArgumentException with a sentence for people */
    public static function set(Market $market, string $key, string $value): void
    {
        $value = trim($value);
        $wrong = static fn (string $why): InvalidArgumentException => new InvalidArgumentException("$key: $why");
        if (isset(self::LIMITS[$key])) {
            [$least, $most] = self::LIMITS[$key];
            if (! is_numeric($value) || $value < $least || $value > $most) {
                throw $wrong("a number from $least to $most.");
            }
            $market->update(['limits' => TextLimits::fromArray([$key => $value + 0] + $market->limits)->toArray()]);

            return;
        }
        [$column, $isRight, $why] = match ($key) {
            'market_name' => [
                'name',
                $value !== '' &&
                mb_strlen($value) <= 80 &&
                ! Market::query()
                    ->where('store_id', $market->store_id)
                    ->where('name', $value)
                    ->where('id', '<>', $market->id)
                    ->exists(),
                'a name of 1 to 80 characters that no other market of the store has.',
            ],
            'language' => [
                'language',
                preg_match('/^[A-Za-z]{2,3}(-[A-Za-z0-9]{2,8})*$/', $value) === 1,
                'a language tag such as en or pt-BR.',
            ],
            'country' => ['country', preg_match('/^([A-Z]{2})?$/', $value) === 1, 'two capital letters, or nothing.'],
            'currency' => ['currency', preg_match('/^[A-Z]{3}$/', $value) === 1, 'three capital letters.'],
            'host' => [
                'host',
                preg_match('/^([a-z0-9.\-]{1,253}|\[[0-9a-f:]+\])?$/', $value) === 1,
                'a host such as shop.example, in small letters, or nothing.',
            ],
            'path' => [
                'path_prefix',
                preg_match('~^(/[^\s?#]{0,250})?$~', $value) === 1,
                'a path that begins with /, or nothing.',
            ],
            'brand' => ['brand', mb_strlen($value) <= 120, 'at most 120 characters.'],
            'title_suffix' => ['title_suffix', mb_strlen($value) <= 119, 'at most 119 characters.'],
            default => throw new InvalidArgumentException("There is no option \"$key\" of a market."),
        };
        if (! $isRight) {
            throw $wrong($why);
        }
        if ($key === 'title_suffix') {
            $market->update(['title_suffix' => $value === 'auto' ? null : ($value === '' ? '' : ' '.$value)]);
        } else {
            $market->update([$column => $value]);
        }
    }
}
