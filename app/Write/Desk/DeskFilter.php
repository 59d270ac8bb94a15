<?php

declare(strict_types=1);

namespace App\Write\Desk;

use App\Stores\Kinds\PageKind;
use Illuminate\Http\Request;
use Orchard\Core\Wording\Check;
use Orchard\Core\Wording\TextField;

/** What the desk shows, in what order, from where on: everything that stands in the address. */
final readonly class DeskFilter
{
    public const SORTS = [
        'upside' => 'upside',
        'seen' => 'impressions',
        'name' => 'name',
        'wide' => 'title width',
        'picked' => 'order of the list',
    ];

    /**
     * @param  ?string  $state  "changed" for any draft, or a draft's state
     * @param  ?int  $selection  a kept selection of pages, as Store\Pages\Selections has it
     * @param  ?string  $after  the key of the last row shown
     * @param  bool  $isFaulty  only pages with a fault, whichever
     * @param  bool  $hasDoubts  only pages whose draft claims what no fact says
     */
    private function __construct(
        public ?PageKind $kind,
        public ?Check $check,
        public ?TextField $field,
        public ?string $state,
        public string $search,
        public string $sort,
        public ?string $after,
        public ?int $selection = null,
        public bool $isFaulty = false,
        public bool $hasDoubts = false,
    ) {
    }

    /** Whether it leaves nothing out. */
    public function isWide(): bool
    {
        return $this->kind === null &&
            $this->check === null &&
            $this->state === null &&
            $this->selection === null &&
            $this->search === '' &&
            ! $this->hasDoubts &&
            ! $this->isFaulty;
    }

    /** The same, from behind a row on. */
    public function goingOn(?string $after): self
    {
        return new self(
            $this->kind,
            $this->check,
            $this->field,
            $this->state,
            $this->search,
            $this->sort,
            $after,
            $this->selection,
            $this->isFaulty,
            $this->hasDoubts,
        );
    }

    /** @param  string  $usual  the order where none is asked for */
    public static function from(Request $request, string $usual = 'name'): self
    {
        return self::of($request->query(), $usual);
    }

    /** @param  array<array-key, mixed>  $query */
    public static function of(array $query, string $usual = 'name'): self
    {
        $text = static fn (string $key): string => is_string($query[$key] ?? null) ? $query[$key] : '';
        $kind = PageKind::fromKey($text('kind'));
        $state = in_array($text('state'), ['changed', 'open', 'ready', 'refused', 'clash', 'sending'], true)
            ? $text('state')
            : null;

        return new self(
            $kind,
            Check::fromKey($text('check')),
            TextField::fromKey($text('field')),
            $state,
            mb_substr(trim($text('q')), 0, 100),
            isset(self::SORTS[$text('sort')]) && ($text('sort') !== 'picked' || $text('selection') !== '')
                ? $text('sort')
                : $usual,
            $text('after') === '' ? null : mb_substr($text('after'), 0, 400),
            ctype_digit($text('selection')) && strlen($text('selection')) < 18 ? (int) $text('selection') : null,
            $text('faults') === 'any',
            $text('claims') === '1',
        );
    }

    /**
     * @param  array<string, ?string>  $changes
     * @return array<string, string>
     */
    public function query(array $changes = []): array
    {
        return array_filter(
            $changes + [
                'kind' => $this->kind?->key(),
                'check' => $this->check?->key(),
                'field' => $this->field?->key(),
                'state' => $this->state,
                'faults' => $this->isFaulty ? 'any' : null,
                'claims' => $this->hasDoubts ? '1' : null,
                'selection' => $this->selection === null ? null : (string) $this->selection,
                'q' => $this->search,
                'sort' => $this->sort,
                'after' => null,
            ],
            static fn (?string $value): bool => $value !== null && $value !== '',
        );
    }
}
