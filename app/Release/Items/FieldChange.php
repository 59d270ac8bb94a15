<?php

declare(strict_types=1);

namespace App\Release\Items;

use App\Changes\AddressField;
use App\Changes\ShownPart;
use Orchard\Core\Wording\ShownText;
use Orchard\Core\Wording\TextField;

/**
 * One text, or one setting of an address, in a release: what it was, what it is to be, and what a searcher is to see.
 */
final readonly class FieldChange
{
    /**
     * @param  string  $base  the shop's stored text before
     * @param  string  $target  the shop's stored text to be
     * @param  ?string  $shownBefore  what the page showed before, where it is known
     * @param  ?string  $shownAfter  what the page is to show; null where the theme decides by itself
     * @param  ?int  $recipe  that made the text
     */
    public function __construct(
        public TextField|AddressField $field,
        public string $base,
        public string $target,
        public string $origin,
        public ?string $shownBefore,
        public ?string $shownAfter,
        public ?int $recipe = null,
    ) {
    }

    /** The change that takes this one back. */
    public function reversed(): self
    {
        return new self($this->field, $this->target, $this->base, 'shop', $this->shownAfter, $this->shownBefore);
    }

    /**
     * @param  list<self>  $changes
     */
    public static function pack(array $changes): string
    {
        return json_encode(
            array_map(
                static fn (self $c): array => [
                    'field' => $c->field->key(),
                    'base' => $c->base,
                    'target' => $c->target,
                    'origin' => $c->origin,
                    'shown_before' => $c->shownBefore,
                    'shown_after' => $c->shownAfter,
                ] + ($c->recipe === null ? [] : ['recipe' => $c->recipe]),
                $changes,
            ),
            JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR,
        );
    }

    /** @return list<self> */
    public static function unpack(string $json): array
    {
        /**
         * @var list<array{field: string, base: string, target: string, origin: string, shown_before: ?string,
         *     shown_after: ?string, recipe?: int}> $data
         */
        $data = json_decode($json, true, 8, JSON_THROW_ON_ERROR);

        return array_map(
            static fn (array $c): self => new self(
                TextField::fromKey($c['field']) ??
                    (AddressField::fromKey($c['field']) ??
                        throw new \LogicException("There is no field {$c['field']}.")),
                $c['base'],
                $c['target'],
                $c['origin'],
                $c['shown_before'],
                $c['shown_after'],
                $c['recipe'] ?? null,
            ),
            $data,
        );
    }

    /** In few words what the page shows instead. */
    public function inWords(string $now): string
    {
        return $this->field instanceof AddressField && ! $this->field->decidesAddress()
            ? ShownPart::brief($this->field, $now)
            : $now;
    }

    /**
     * Whether the page shows what it should; themes may set a text's quotation marks in their own way, and what is one
     * of several parts need only be among them.
     */
    public function isShown(?string $now): bool
    {
        if ($this->field instanceof AddressField && ! $this->field->decidesAddress()) {
            $wanted = $this->shownAfter ?? $this->shownBefore;

            return $wanted === null ||
                ShownPart::holds($this->field, $wanted, (string) $now) === ($this->shownAfter !== null);
        }
        if ($this->shownAfter !== null) {
            if ($this->field === TextField::Intro) {
                return ShownText::holds((string) $now, $this->shownAfter);
            }

            return $this->field instanceof TextField
                ? ShownText::is((string) $now, $this->shownAfter)
                : trim((string) $now) === $this->shownAfter;
        }

        return $this->shownBefore === null || trim((string) $now) !== $this->shownBefore;
    }
}
