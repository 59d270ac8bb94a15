<?php

declare(strict_types=1);

namespace App\Stores\Models;

use Illuminate\Database\Eloquent\Model;
use Orchard\Core\Wording\TextLimits;

/**
 * @property int $id
 * @property int $store_id
 * @property int $place
 * @property string $name
 * @property string $language
 * @property string $country
 * @property string $currency
 * @property string $host
 * @property string $path_prefix
 * @property string $brand
 * @property array<string, mixed> $limits
 * @property ?string $title_suffix
 */
final class Market extends Model
{
    public $timestamps = false;

    protected $fillable = [
        'store_id', 'place', 'name', 'language', 'country', 'currency', 'host', 'path_prefix', 'brand', 'limits',
        'title_suffix',
    ];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['limits' => 'array'];
    }

    public function textLimits(): TextLimits
    {
        return TextLimits::fromArray($this->limits);
    }
}
