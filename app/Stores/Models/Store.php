<?php

declare(strict_types=1);

namespace App\Stores\Models;

use App\Stores\StoreSettings;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Orchard\Core\Url\PageUrl;

/**
 * @property int $id
 * @property string $slug
 * @property string $name
 * @property string $base_url
 * @property string $timezone
 * @property array<string, mixed> $settings
 */
final class Store extends Model
{
    public const UPDATED_AT = null;

    protected $fillable = ['slug', 'name', 'base_url', 'timezone', 'settings'];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['settings' => 'array'];
    }

    public function getRouteKeyName(): string
    {
        return 'slug';
    }

    /** @return HasMany<Market, $this> */
    public function markets(): HasMany
    {
        return $this->hasMany(Market::class)->orderBy('place')->orderBy('id');
    }

    public function baseUrl(): PageUrl
    {
        return PageUrl::parse($this->base_url) ??
            throw new \LogicException(
                "Store {$this->slug} has the base URL \"{$this->base_url}\", which is no http address.",
            );
    }

    /**
     * The store's day, yyyy-mm-dd: in its own time zone, and ahead of ours where its feed is a simulated one whose
     * clock was moved on.
     */
    public function today(): string
    {
        return (new \DateTimeImmutable('now', new \DateTimeZone($this->timezone)))
            ->modify('+'.$this->options()->daysAhead.' days')
            ->format('Y-m-d');
    }

    /** @param  int  $daysAhead  days that a simulated feed's clock is ahead of ours: the store's days follow it */
    public function setClock(int $daysAhead): void
    {
        $this->update(['settings' => ['days_ahead' => $daysAhead] + $this->settings]);
    }

    public function options(): StoreSettings
    {
        return StoreSettings::fromArray($this->settings);
    }
}
