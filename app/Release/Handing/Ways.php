<?php

declare(strict_types=1);

namespace App\Release\Handing;

use App\Catalogue\ResourceBook;
use App\Changes\AddressField;
use App\Connectors\Shop\Mapping\ShopMapping;
use App\Release\Items\Via;
use App\Stores\Connections;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use Orchard\Core\Wording\TextField;

/**
 * Which way each field of a store takes: as it was chosen, else directly where the shop's API can, as a file where one
 * holds it, by somebody else otherwise.
 */
final readonly class Ways
{
    public const FIELDS = [
        'title', 'description', 'h1', 'social_title', 'social_description', 'social_image', 'image_alt', 'intro',
        'canonical', 'robots', 'redirect', 'slug', 'structured_data', 'related_links', 'image_alts', 'robots_file',
    ];

    /** @param  array<string, string>  $chosen  by field */
    private function __construct(private array $chosen, private ?ShopMapping $mapping, private FileBook $files)
    {
    }

    /** @param  ?Via  $only  the way that everything is to take, whatever was chosen */
    public static function of(Store $store, ?Via $only = null): self
    {
        return new self(
            $only === null ? $store->options()->ways : array_fill_keys(self::FIELDS, $only->value),
            (new Connections())->mapping($store),
            FileBook::of($store),
        );
    }

    /** @param  list<int>  $resources  that will be asked about */
    public function lookUp(array $resources): void
    {
        $this->files->lookUp($resources);
    }

    /** What was chosen for a field; null where it comes as it can. */
    public function chosen(string $field): ?Via
    {
        return Via::tryFrom($this->chosen[$field] ?? '');
    }

    /** Whether the shop's API can be given this at all. */
    public function canBeDirect(string $field): bool
    {
        return $this->mapping !== null && ($this->mapping->can($field) || $this->mapping->canSetAddress($field));
    }

    /** Whether a file that is there has a column for it. */
    public function canBeFile(string $field): bool
    {
        return $field === 'redirect' ? $this->files->ofRedirects() !== null : $this->files->haveColumn($field);
    }

    /** The way of a text of a thing. */
    public function ofText(TextField $field, PageKind $kind, int $resource, bool $isFromPage): Way
    {
        $key = $field->key();
        $isDirect = ! $isFromPage && $this->mapping?->can($key, ResourceBook::word($kind)) === true;

        return $this->first($key, $isDirect, $this->files->holding($resource, $key));
    }

    /** The way of a setting of an address; of a thing's own address where a resource is given. */
    public function ofAddress(AddressField $field, int $resource, PageKind $kind, bool $isFromPage): Way
    {
        $key = $field->key();
        $isOwn = $resource > 0 && ! $isFromPage && $this->mapping?->can($key, ResourceBook::word($kind)) === true;
        $isDirect = $field === AddressField::Slug ? $isOwn : $isOwn || $this->mapping?->canSetAddress($key) === true;

        return $this->first(
            $key,
            $isDirect,
            $field === AddressField::Redirect ? $this->files->ofRedirects() : $this->files->holding($resource, $key),
        );
    }

    /** Whether a setting goes with the thing itself, since the shop keeps none for single addresses. */
    public function isOfResource(AddressField $field, int $resource, PageKind $kind): bool
    {
        return $field === AddressField::Slug ||
            ($resource > 0 &&
                $this->mapping?->canSetAddress($field->key()) !== true &&
                $this->mapping?->can($field->key(), ResourceBook::word($kind)) === true);
    }

    private function first(string $field, bool $isDirect, ?int $file): Way
    {
        $chosen = $this->chosen($field);

        return match (true) {
            $isDirect && ($chosen === null || $chosen === Via::Direct) => new Way(Via::Direct),
            $file !== null && $chosen !== Via::Person && ($chosen === Via::File || ! $isDirect) => new Way(
                Via::File,
                $file,
            ),
            default => new Way(Via::Person),
        };
    }
}
