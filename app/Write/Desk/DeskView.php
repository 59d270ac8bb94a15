<?php

declare(strict_types=1);

namespace App\Write\Desk;

use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/** Which figures one person wants beside the texts, in which order, and how wide the text column is. */
final readonly class DeskView
{
    public const FIGURES = ['clicks', 'impressions', 'ctr', 'expected', 'upside', 'price', 'stock', 'touched'];

    public const WIDTHS = [420, 1000];

    /** Wide enough for seventy characters of a title. */
    private const USUAL_WIDTH = 548;

    private const USUAL = ['clicks', 'ctr', 'expected', 'upside'];

    /** @param  list<string>  $figures */
    public function __construct(public array $figures, public int $width)
    {
    }

    public static function of(Store $store, int $userId): self
    {
        $row = Rows::maybe(
            DB::table('write_desk_views')->where('store_id', $store->id)->where('user_id', $userId)->first(),
        );
        if ($row === null) {
            return new self(self::USUAL, self::USUAL_WIDTH);
        }
        $figures = $row->figures === '' ? [] : explode(',', $row->text('figures'));

        return new self(array_values(array_intersect($figures, self::FIGURES)), $row->int('width'));
    }

    public function keep(Store $store, int $userId): void
    {
        DB::table('write_desk_views')->updateOrInsert(
            ['store_id' => $store->id, 'user_id' => $userId],
            ['figures' => implode(',', $this->figures), 'width' => $this->width],
        );
    }
}
