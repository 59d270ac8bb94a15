<?php

declare(strict_types=1);

namespace App\Gather\Rendering;

/** What a page says as it is sent, and after its scripts have run; null where it could not be looked at. */
final readonly class Render
{
    public function __construct(
        public int $pageId,
        public string $url,
        public ?string $problem,
        private ?string $raw,
        private ?string $shown,
    ) {
    }

    /** @return array<string, array{string, string}> by element, what differs: before, and after */
    public function differences(): array
    {
        $raw = (array) json_decode((string) $this->raw, true);
        $different = [];
        foreach ((array) json_decode((string) $this->shown, true) as $element => $after) {
            if (($raw[$element] ?? null) !== $after) {
                $different[(string) $element] = [self::words($raw[$element] ?? ''), self::words($after)];
            }
        }

        return $different;
    }

    private static function words(mixed $value): string
    {
        $words = implode('; ', array_map(strval(...), array_filter((array) $value, is_scalar(...))));

        return $words === '' ? 'none' : $words;
    }
}
