<?php

declare(strict_types=1);

namespace App\Gather\Inventory;

use App\Store\Kinds\PageKind;
use Illuminate\Http\Request;

/** What the inventory shows, in what order, from where on: everything that stands in the address. */
final readonly class PageFilter
{
    public const SORTS = ['address' => 'address', 'depth' => 'click depth', 'links' => 'links in', 'words' => 'words', 'clicks' => 'clicks', 'impressions' => 'impressions', 'revenue' => 'revenue'];

    private function __construct(
        public ?PageKind $kind,
        public ?int $status,
        public ?bool $indexable,
        public bool $unreached,
        public string $search,
        public bool $exact,
        public string $sort,
        public ?string $after,
    ) {
    }

    public static function from(Request $request): self
    {
        return self::of(array_filter($request->query(), is_string(...)));
    }

    /** @param  array<array-key, string>  $given */
    public static function of(array $given): self
    {
        $status = $given['status'] ?? '';
        $sort = $given['sort'] ?? '';

        return new self(
            PageKind::fromKey($given['kind'] ?? ''),
            ctype_digit($status) && (int) $status < 1000 ? (int) $status : null,
            match ($given['indexable'] ?? '') {
                'yes' => true, 'no' => false, default => null
            },
            ($given['reached'] ?? '') === 'no',
            mb_substr(trim($given['q'] ?? ''), 0, 100),
            ($given['exact'] ?? '') === '1',
            isset(self::SORTS[$sort]) ? $sort : 'address',
            ($given['after'] ?? '') === '' ? null : mb_substr($given['after'], 0, 500),
        );
    }

    /**
     * @param  array<string, ?string>  $changes
     * @return array<string, string>
     */
    public function query(array $changes = []): array
    {
        return array_filter($changes + [
            'kind' => $this->kind?->key(), 'status' => $this->status === null ? null : (string) $this->status, 'indexable' => $this->indexable === null ? null : ($this->indexable ? 'yes' : 'no'),
            'reached' => $this->unreached ? 'no' : null, 'q' => $this->search, 'exact' => $this->exact ? '1' : null, 'sort' => $this->sort === 'address' ? null : $this->sort, 'after' => null,
        ], static fn (?string $value): bool => $value !== null && $value !== '');
    }
}
