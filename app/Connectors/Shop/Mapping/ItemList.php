<?php

declare(strict_types=1);

namespace App\Connectors\Shop\Mapping;

use App\Connectors\Shop\ShopResource;
use App\Connectors\Shop\ShopUnavailable;
use App\Platform\Typed;
use stdClass;

/**
 * One list of the shop's things: how it is asked for, where each field stands in an item, how one is read and written.
 */
final readonly class ItemList
{
    public const TEXTS = [
        'title', 'description', 'h1', 'canonical', 'robots', 'slug', 'social_title', 'social_description',
        'social_image', 'image_alt', 'intro', 'structured_data', 'related_links', 'image_alts',
    ];

    /**
     * @param  string|array{at: Pointer, values: array<string, string>}  $kind
     * @param  array<string, Place>  $fields  by name of ours
     * @param  Pointer|array<string, Place>|null  $attributes
     */
    private function __construct(
        public string $name,
        private string|array $kind,
        public RequestShape $list,
        public Pointer $items,
        private Pointer $inside,
        public Paging $paging,
        private array $fields,
        private ?string $url,
        private Pointer|array|null $attributes,
        public ?ItemReading $read,
        public ?ItemWriting $write,
    ) {
    }

    public static function of(stdClass $given): self
    {
        $attributes = $given->attributes ?? null;

        return new self(
            (string) $given->name,
            is_string($given->kind)
                ? $given->kind
                : [
                    'at' => Pointer::of((string) $given->kind->at),
                    'values' => Typed::texts(get_object_vars($given->kind->values)),
                ],
            RequestShape::of($given->list),
            Pointer::of((string) $given->items),
            Pointer::of((string) ($given->inside ?? '')),
            Paging::of($given->paging ?? null),
            Place::all($given->fields),
            isset($given->url) ? (string) $given->url : null,
            match (true) {
                $attributes === null => null,
                is_string($attributes) => Pointer::of($attributes),
                default => Place::all($attributes),
            },
            isset($given->read) ? ItemReading::of($given->read) : null,
            isset($given->write) ? ItemWriting::of($given->write) : null,
        );
    }

    /** Whether items of the kind may stand in this list. */
    public function holds(string $kind): bool
    {
        return is_string($this->kind) ? $this->kind === $kind : in_array($kind, $this->kind['values'], true);
    }

    public function can(string $field): bool
    {
        return $this->read !== null && $this->write?->can($field) === true && isset($this->fields[$field]);
    }

    /** Where the item is told apart from what wraps it in the list. */
    public function inside(mixed $entry): mixed
    {
        return $this->inside->read($entry);
    }

    /**
     * @param  ?string  $version  from a header; null where the item tells it, or nothing does
     *
     * @throws ShopUnavailable where the item lacks what it cannot be known without
     */
    public function resource(mixed $item, ?string $version = null): ShopResource
    {
        $own = isset($this->fields['id']) ? $this->fields['id']->text($item) : '';
        if ($own === '') {
            throw ShopUnavailable::garbled(
                "an entry of the list \"{$this->name}\" without a number where the mapping looks for it.",
            );
        }
        $texts = [];
        foreach (self::TEXTS as $field) {
            if (isset($this->fields[$field])) {
                $texts[$field] = $this->fields[$field]->text($item);
            }
        }

        return new ShopResource(
            $own,
            $this->kindOf($item),
            $version ??
                (isset($this->fields['version']) ? $this->fields['version']->text($item) : self::digest($texts)),
            $this->path($item, $own),
            mb_substr(isset($this->fields['name']) ? $this->fields['name']->text($item) : $own, 0, 400),
            $texts,
            $this->attributes($item),
            mb_substr(isset($this->fields['number']) ? $this->fields['number']->text($item) : '', 0, 80),
            $this->records($item),
        );
    }

    /** Whether texts are guarded by a version that the shop itself keeps; without one they are only compared. */
    public function hasVersion(): bool
    {
        return isset($this->fields['version']) || $this->read?->versionHeader !== null;
    }

    /** @param  array<string, string>  $texts */
    private static function digest(array $texts): string
    {
        return 'read '.
            substr(hash('sha256', json_encode($texts, JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE)), 0, 32);
    }

    private function kindOf(mixed $item): string
    {
        return is_string($this->kind)
            ? $this->kind
            : $this->kind['values'][(string) $this->kind['at']->text($item)] ?? 'other';
    }

    private function path(mixed $item, string $own): string
    {
        if (isset($this->fields['path'])) {
            $path = $this->fields['path']->text($item);
            if ($path !== '') {
                return $path;
            }
        }

        return $this->url === null
            ? ''
            : (string) preg_replace_callback(
                '/\{(\w+)\}/',
                fn (array $found): string => $found[1] === 'id'
                    ? rawurlencode($own)
                    : rawurlencode(isset($this->fields[$found[1]]) ? $this->fields[$found[1]]->text($item) : ''),
                $this->url,
            );
    }

    /** @return array<string, string> */
    private function attributes(mixed $item): array
    {
        if ($this->attributes === null) {
            return [];
        }
        $given =
            $this->attributes instanceof Pointer
                ? (array) $this->attributes->read($item)
                : array_map(static fn (Place $place): string => $place->text($item), $this->attributes);
        $texts = [];
        foreach ($given as $name => $value) {
            $text = match (true) {
                is_bool($value) => $value ? 'yes' : 'no',
                is_array($value) => implode(', ', array_filter($value, is_string(...))),
                is_scalar($value) => (string) $value,
                default => '',
            };
            if ($text !== '' && count($texts) < 60) {
                $texts[mb_substr((string) $name, 0, 40)] = mb_substr($text, 0, 400);
            }
        }

        return $texts;
    }

    /** @return array<string, string> numbers of attached records, by field */
    private function records(mixed $item): array
    {
        return array_filter(
            array_map(static fn (Place $place): string => $place->record($item), $this->fields),
            static fn (string $record): bool => $record !== '',
        );
    }
}
