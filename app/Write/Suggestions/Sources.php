<?php

declare(strict_types=1);

namespace App\Write\Suggestions;

use App\Connectors\Http\GuardedHttp;
use App\Connectors\Wording\WordingClient;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use App\Stores\Reporting\Spent;
use DateTimeImmutable;
use DateTimeZone;
use Illuminate\Support\Facades\Crypt;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;
use Orchard\Core\Url\PageUrl;

/** The wording sources of a store: the writer that ships, and services that its owner set. */
final class Sources
{
    public const MOST = 10;

    /** @return list<Source> the one that ships first */
    public function of(Store $store): array
    {
        $rows = Rows::of(DB::table('write_sources')->where('store_id', $store->id)->orderBy('id')->get())->all();
        $own = self::own();

        return [...$own === null ? [] : [$own], ...array_values(array_map(self::from(...), $rows))];
    }

    public function find(Store $store, int $id): ?Source
    {
        foreach ($this->of($store) as $source) {
            if ($source->id === $id) {
                return $source;
            }
        }

        return null;
    }

    /** @throws InvalidArgumentException where the address is none */
    public function client(Store $store, Source $source): WordingClient
    {
        $options = $store->options();
        $allowed = $options->privateHosts;
        if ($source->id === Source::OWN) {
            $url = PageUrl::parse($source->url);
            // The instance's own writer stands on loopback, wherever the store's shop stands.
            $url === null || ($allowed[] = $url->host().':'.$url->port());
        }

        return new WordingClient(
            GuardedHttp::allowing(array_values($allowed)),
            $source->url,
            $source->model,
            $source->secret,
            // A text takes longer to write than a page to show.
            2 * $options->timeout,
        );
    }

    /**
     * Adds a source, or changes the one of that name; an empty key leaves the key as it is.
     *
     * @throws InvalidArgumentException with a sentence for people
     */
    public function put(Store $store, Source $source): void
    {
        if (PageUrl::parse($source->url) === null) {
            throw new InvalidArgumentException('The address begins with https:// or http://.');
        }
        $known = Rows::maybe(
            DB::table('write_sources')->where('store_id', $store->id)->where('name', $source->name)->first(),
        );
        if ($known === null && DB::table('write_sources')->where('store_id', $store->id)->count() >= self::MOST) {
            throw new InvalidArgumentException('A store has at most '.self::MOST.' sources.');
        }
        $isMoved = $known !== null && $known->text('url') !== $source->url;
        if ($isMoved && $source->secret === '') {
            // A key is not sent to an address that it was not given for.
            throw new InvalidArgumentException('For another address, give the key again.');
        }
        DB::table('write_sources')->updateOrInsert(
            ['store_id' => $store->id, 'name' => $source->name],
            [
                'url' => $source->url,
                'model' => $source->model,
                'secret' => $source->secret === '' && $known !== null ? $known->secret : Crypt::encryptString($source->secret),
                'price_in' => $source->priceIn,
                'price_out' => $source->priceOut,
                'currency' => $source->currency,
                'made_at' => $known->made_at ?? now(),
            ],
        );
    }

    public function remove(Store $store, int $id): void
    {
        DB::table('write_sources')->where('store_id', $store->id)->where('id', $id)->delete();
    }

    /** @return array<int, array<string, int|float>> what became of each source's texts, and what it cost */
    public function told(Store $store): array
    {
        $told = [];
        foreach (
            Rows::all(
                'SELECT source_id, state, COUNT(*) AS n FROM write_suggestions WHERE store_id = ?
                    GROUP BY source_id, state',
                [$store->id],
            ) as $row
        ) {
            $told[$row->int('source_id')][SuggestionState::from($row->int('state'))->name] = $row->int('n');
        }
        foreach (
            Rows::all(
                'SELECT source_id, SUM(told_in) AS sent, SUM(told_out) AS came,
                    SUM(told_in * price_in + told_out * price_out) / 1000000 AS cost
                    FROM write_wishes WHERE store_id = ? GROUP BY source_id',
                [$store->id],
            ) as $row
        ) {
            $told[$row->int('source_id')] = ($told[$row->int('source_id')] ?? []) + [
                'sent' => $row->int('sent'),
                'came' => $row->int('came'),
                'cost' => $row->number('cost'),
            ];
        }

        return $told;
    }

    /** @return list<Spent> what suggestions cost that were asked for between two days */
    public static function spent(Store $store, string $from, string $to): array
    {
        $zone = new DateTimeZone($store->timezone);
        $utc = static fn (string $day): string => (new DateTimeImmutable($day, $zone))
            ->setTimezone(new DateTimeZone('UTC'))
            ->format('Y-m-d H:i:s');

        return array_values(
            array_map(
                static fn (Row $row): Spent => new Spent(
                    'suggested texts',
                    $row->number('cost'),
                    $row->text('currency'),
                ),
                Rows::all(
                    'SELECT currency, SUM(told_in * price_in + told_out * price_out) / 1000000 AS cost
                        FROM write_wishes
                        WHERE store_id = ? AND made_at >= ? AND made_at < ? GROUP BY currency HAVING cost > 0',
                    [$store->id, $utc($from), $utc("$to +1 day")],
                ),
            ),
        );
    }

    private static function own(): ?Source
    {
        $url = config('app.writer');

        return is_string($url) && $url !== ''
            ? new Source(Source::OWN, 'The writer that ships', $url, 'grammar', '', 0, 0, 'EUR')
            : null;
    }

    private static function from(Row $row): Source
    {
        return new Source(
            $row->int('id'),
            $row->text('name'),
            $row->text('url'),
            $row->text('model'),
            Crypt::decryptString($row->text('secret')),
            $row->number('price_in'),
            $row->number('price_out'),
            $row->text('currency'),
        );
    }
}
