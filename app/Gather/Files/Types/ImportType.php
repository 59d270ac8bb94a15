<?php

declare(strict_types=1);

namespace App\Gather\Files\Types;

use App\Inventory\PageSource;
use Orchard\Core\Tabular\Field;

/** What files of one type tell: their columns, and what is missing where they tell too little. */
interface ImportType
{
    public function label(): string;

    /** What a page is known by once such a file told of it. */
    public function source(): PageSource;

    /** @return list<Field> with what its columns are called in the languages of our stores */
    public function fields(): array;

    /**
     * What is missing, in words; null where nothing is.
     *
     * @param  list<string>  $keys  fields that columns were found for
     */
    public function lacks(array $keys): ?string;
}
