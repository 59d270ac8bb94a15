<?php

declare(strict_types=1);

namespace App\Stores\Models;

use App\Platform\Web\Forms;
use App\Stores\StoreSettings;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Support\Carbon;
use Orchard\Core\Url\PageUrl;

/**
 * @property int $id
 * @property string $slug
 * @property string $name
 * @property string $base_url
 * @property string $timezone
 * @property array<string, mixed> $settings
 * @property ?Carbon $archived_at since then nothing is fetched, written or sent
 * @property ?Carbon $leaving_at since then all of it is being deleted
 */
final class Store extends Model
{
    public const UPDATED_AT = null;

    protected $fillable = ['slug', 'name', 'base_url', 'timezone', 'settings'];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['settings' => 'array', 'archived_at' => 'datetime', 'leaving_at' => 'datetime'];
    }

    /** Whether work goes on in it: it is neither archived nor being deleted. */
    public function isAtWork(): bool
    {
        return $this->archived_at === null && $this->leaving_at === null;
    }

    /** Empty where work goes on in it. */
    public function stateInWords(): string
    {
        return match (true) {
            $this->leaving_at !== null => 'is being deleted',
            $this->archived_at !== null => 'archived on '.Forms::day($this->archived_at),
            default => '',
        };
    }

    /**
     * Those in which work goes on.
     *
     * @param  Builder<Store>  $query
     */
    public function scopeAtWork(Builder $query): void
    {
        $query->whereNull('archived_at')->whereNull('leaving_at');
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
