<?php

declare(strict_types=1);

namespace App\Changes\Addresses;

use App\Changes\AddressField;
use App\Platform\Database\Records;
use Illuminate\Support\Facades\DB;

/** What is to become of one field of a page's address with a release. */
final readonly class PlannedAddress
{
    public function __construct(public int $pageId, public string $value, public string $state)
    {
    }

    /**
     * @param  array<int>  $pages
     * @return array<int, self> by page
     */
    public static function all(array $pages, AddressField $field): array
    {
        $rows = DB::table('address_changes')
            ->whereIn('page_id', $pages)
            ->where('field', $field->value)
            ->get(['page_id', 'value', 'state']);

        return array_column(Records::of(self::class, $rows), null, 'pageId');
    }
}
