<?php

declare(strict_types=1);

namespace Orchard\Core\Text;

/**
 * What was changed in a text: the words that were taken out and put in, between what stayed the same in front and
 * behind.
 *
 * Both ends that stay are as long as they can be, cut back to whole words, so that one change made to many texts gives
 * one and the same edit. Cost is linear in the texts' lengths.
 */
final readonly class Edit
{
    /**
     * @param  bool  $keepsFront  whether something stayed in front
     * @param  bool  $keepsBack  whether something stayed behind
     */
    private function __construct(
        public string $removed,
        public string $added,
        public bool $keepsFront,
        public bool $keepsBack,
    ) {
    }

    public static function between(string $before, string $after): self
    {
        $a = self::words($before);
        $b = self::words($after);
        $most = min(count($a), count($b));
        $front = 0;
        while ($front < $most && $a[$front] === $b[$front]) {
            $front++;
        }
        $back = 0;
        while ($back < $most - $front && $a[count($a) - 1 - $back] === $b[count($b) - 1 - $back]) {
            $back++;
        }

        return new self(
            implode(' ', array_slice($a, $front, count($a) - $front - $back)),
            implode(' ', array_slice($b, $front, count($b) - $front - $back)),
            $front > 0,
            $back > 0,
        );
    }

    /** Whether nothing of the text stayed: such an edit is the same as another's only where both texts are. */
    public function isWhole(): bool
    {
        return ! $this->keepsFront && ! $this->keepsBack;
    }

    /** The same for every text to which the same was done. */
    public function signature(): string
    {
        return md5(serialize([$this->removed, $this->added, $this->keepsFront, $this->keepsBack]), true);
    }

    /** @return list<string> */
    private static function words(string $text): array
    {
        return preg_split('/ +/', trim($text), -1, PREG_SPLIT_NO_EMPTY) ?: [];
    }
}
