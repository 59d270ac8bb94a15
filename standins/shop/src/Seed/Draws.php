<?php

declare(strict_types=1);

namespace Tindrel\Seed;

use Random\Engine\Xoshiro256StarStar;
use Random\Randomizer;

/** What a seed draws: the same in the same order, each time. */
final class Draws
{
    private readonly Randomizer $chance;

    /** @var array<string, int> */
    private array $slugs = [];

    public function __construct(int $seed)
    {
        $this->chance = new Randomizer(new Xoshiro256StarStar($seed));
    }

    public function whole(int $from, int $to): int
    {
        return $this->chance->getInt($from, $to);
    }

    /** A slug that no page has yet. */
    public function slug(string $name): string
    {
        $ascii = strtr($name, [
            'É' => 'E',
            'å' => 'a',
            'ñ' => 'n',
            'ë' => 'e',
            'ø' => 'o',
            'ö' => 'o',
            'ß' => 'ss',
            '’' => '',
        ]);
        $slug = trim((string) preg_replace('/[^a-z0-9]+/', '-', strtolower($ascii)), '-');
        $used = $this->slugs[$slug] ?? 0;
        $this->slugs[$slug] = $used + 1;

        return $used === 0 ? $slug : $slug.'-'.($used + 1);
    }

    /**
     * @param  list<string>  $from
     * @param  array<string, string>  $fill
     */
    public function sentences(array $from, int $count, array $fill): string
    {
        return self::fill(implode(' ', $this->some($from, $count)), $fill);
    }

    /** @param  array<string, string>  $fill */
    public static function fill(string $text, array $fill): string
    {
        foreach ($fill as $word => $value) {
            $text = str_replace('{'.$word.'}', $value, $text);
        }

        return $text;
    }

    /**
     * @template T
     *
     * @param  list<T>  $from
     * @return T
     */
    public function pick(array $from): mixed
    {
        return $from[$this->chance->getInt(0, count($from) - 1)];
    }

    /**
     * @template T
     *
     * @param  list<T>  $from
     * @return list<T>
     */
    public function some(array $from, int $count): array
    {
        if ($from === [] || $count < 1) {
            return [];
        }
        $keys = $this->chance->pickArrayKeys($from, min($count, count($from)));

        return array_map(static fn (int|string $key): mixed => $from[$key], $keys);
    }
}
