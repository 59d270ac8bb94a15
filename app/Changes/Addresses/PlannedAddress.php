<?php

declare(strict_types=1);

namespace App\Changes\Addresses;

use App\Changes\AddressField;
use App\Changes\DraftState;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use Illuminate\Support\Facades\DB;

/** What is to become of one field of a page's address with a release. */
final readonly class PlannedAddress
{
    public function __construct(
        public int $pageId,
        public AddressField $field,
        public string $value,
        public DraftState $state,
    ) {
    }

    /**
     * @param  array<int>  $pages
     * @return array<int, self> by page
     */
    public static function all(array $pages, AddressField $field): array
    {
        return array_map(static fn (array $planned): self => $planned[0], self::ofPages($pages, [$field->value]));
    }

    /**
     * @param  array<int>  $pages
     * @param  list<int>  $fields  numbers of AddressField
     * @return array<int, non-empty-list<self>> by page
     */
    public static function ofPages(array $pages, array $fields): array
    {
        $planned = [];
        foreach (
            Records::of(
                self::class,
                Rows::of(
                    DB::table('address_changes')
                        ->whereIn('page_id', $pages)
                        ->whereIn('field', $fields)
                        ->get(['page_id', 'field', 'value', 'state']),
                ),
            ) as $one
        ) {
            $planned[$one->pageId][] = $one;
        }

        return $planned;
    }
}
