<?php

declare(strict_types=1);

namespace App\Tend\Finding;

use App\Inventory\KeptDetails;
use App\Platform\Database\Row;
use App\Platform\Typed;
use App\Stores\Kinds\PageKind;

/** A page that search engines may list, as the newest crawl read it. */
final readonly class SeenPage
{
    /**
     * @param  array<string, mixed>  $details  see PageDetails
     * @param  int  $marks  bits of PageMark
     * @param  list<string>  $types  of its structured data, in whatever syntax
     * @param  ?ListedProduct  $listed  what the newest list of products tells of it
     * @param  string  $headers  of its answer, as JSON by name
     */
    private function __construct(
        public int $id,
        public string $url,
        public PageKind $kind,
        public string $title,
        public int $marks,
        public int $bytes,
        public int $responseMs,
        public array $types,
        private array $details,
        private ?string $packedText,
        public ?ListedProduct $listed,
        private string $headers,
    ) {
    }

    public static function from(Row $row, ?ListedProduct $listed = null): self
    {
        $types = json_decode($row->text('types'), true);

        return new self(
            $row->int('page_id'),
            $row->text('url'),
            PageKind::from($row->int('kind')),
            $row->text('title'),
            $row->int('marks'),
            $row->int('bytes'),
            $row->int('response_ms'),
            array_values(array_filter(is_array($types) ? $types : [], is_string(...))),
            KeptDetails::unpack($row->details),
            is_string($row->text) ? $row->text : null,
            $listed,
            $row->text('headers'),
        );
    }

    /** @return list<array{level: int, text: string, part: string}> in their order; part is empty in the main content */
    public function headings(): array
    {
        $headings = [];
        foreach ((array) ($this->details['headings'] ?? []) as $one) {
            if (is_array($one)) {
                $headings[] = [
                    'level' => Typed::int($one['level'] ?? 0),
                    'text' => is_string($one['text'] ?? null) ? $one['text'] : '',
                    'part' => is_string($one['part'] ?? null) ? $one['part'] : '',
                ];
            }
        }

        return $headings;
    }

    /** @return list<array{src: string, alt: ?string, width: int, height: int, away?: true}> */
    public function images(): array
    {
        return KeptDetails::images($this->details);
    }

    /**
     * What it loads or sends over http; nothing where its answer has browsers ask for https instead.
     *
     * @return list<array{what: string, url: string}> what: image, or as InsecureParts names it
     */
    public function insecure(): array
    {
        if (! str_starts_with($this->url, 'https://')) {
            return [];
        }
        $policy = ((array) json_decode($this->headers, true))['content-security-policy'] ?? '';
        if (is_string($policy) && stripos($policy, 'upgrade-insecure-requests') !== false) {
            return [];
        }
        $parts = [];
        foreach ($this->images() as $image) {
            if (str_starts_with($image['src'], 'http://')) {
                $parts[] = ['what' => 'image', 'url' => $image['src']];
            }
        }
        foreach ((array) ($this->details['insecure'] ?? []) as $one) {
            if (is_array($one) && is_string($one['what'] ?? null) && is_string($one['url'] ?? null)) {
                $parts[] = ['what' => $one['what'], 'url' => $one['url']];
            }
        }

        return $parts;
    }

    /** @return list<string> addresses of other sites that it links to */
    public function externals(): array
    {
        $externals = [];
        foreach ((array) ($this->details['externals'] ?? []) as $one) {
            is_array($one) && is_string($one['url'] ?? null) && ($externals[] = $one['url']);
        }

        return array_values(array_unique($externals));
    }

    /** @return list<mixed> decoded JSON-LD */
    public function structured(): array
    {
        return array_values((array) ($this->details['structured'] ?? []));
    }

    /** @return list<string> one a script that is no JSON */
    public function structuredErrors(): array
    {
        return array_values(array_filter((array) ($this->details['structuredErrors'] ?? []), is_string(...)));
    }

    /** The text outside navigation, header and footer. */
    public function text(): string
    {
        return KeptDetails::textOf($this->packedText);
    }
}
