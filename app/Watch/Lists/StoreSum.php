<?php

declare(strict_types=1);

namespace App\Watch\Lists;

use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use App\Watch\Judging\GroupResult;
use Orchard\Core\Outcome\FalseDiscoveries;
use Orchard\Core\Outcome\Outcome;
use Orchard\Core\Outcome\Verdict;

/**
 * What the changes of a time brought the store, those that could be judged: with what pages gained or lost that share
 * their queries, for one page's gain can be another's loss. Each change is told for 28 days.
 */
final readonly class StoreSum
{
    /**
     * @param  int  $changes  that could be judged
     * @param  array<string, Gain>  $money  by currency; none where no sales are known
     * @param  int  $told  verdicts that something was earned or lost
     * @param  float  $luck  how many of those are chance
     * @param  float  $sharing  clicks that pages gained which share queries; below 0 where they lost
     * @param  float  $naive  clicks afterwards less clicks before, as people reckon who look at nothing else
     */
    private function __construct(
        public int $changes,
        public Gain $clicks,
        public array $money,
        public int $told,
        public float $luck,
        public float $sharing,
        public float $naive,
    ) {
    }

    /** Of changes between two days. */
    public static function of(Store $store, string $from, string $to): self
    {
        $clicks = new Gain();
        $money = $chances = [];
        $sharing = $naive = 0.0;
        $changes = 0;
        foreach (
            Rows::all(
                'SELECT r.*, c.weeks_told FROM watch_changes c JOIN watch_results r ON r.change_id = c.id
                    AND r.part IN (?, ?) WHERE c.store_id = ? AND c.first_day BETWEEN ? AND ? AND c.verdict <> ?',
                [GroupResult::ALL, GroupResult::SHARING, $store->id, $from, $to, Verdict::Open->value],
            ) as $row
        ) {
            $per = ResultRow::DAYS / 7 / max(1, $row->int('weeks_told'));
            $gain = ($row->number('came') - $row->number('expected')) * $per;
            $error = $row->number('error') * $per;
            $clicks = $clicks->plus($gain, $error);
            if ($row->int('part') === GroupResult::SHARING) {
                $sharing += $gain;
            } else {
                $changes++;
                $naive += ($row->number('came') - $row->number('clicks_before')) * $per;
                $row->int('verdict') === Verdict::Few->value || ($chances[] = $row->number('chance'));
            }
            if ($row->click_value !== null) {
                $value = $row->number('click_value');
                $money[$row->text('currency')] = ($money[$row->text('currency')] ?? new Gain())->plus(
                    $gain * $value,
                    $error * $value,
                );
            }
        }

        return new self(
            $changes,
            $clicks,
            $money,
            count(array_filter($chances, static fn (float $chance): bool => $chance <= Outcome::TELLING)),
            FalseDiscoveries::among($chances),
            $sharing,
            $naive,
        );
    }

    /** The sum in money where all of it is of one currency, else in clicks. */
    public function main(): Gain
    {
        return count($this->money) === 1 ? array_values($this->money)[0] : $this->clicks;
    }

    public function unit(): string
    {
        return count($this->money) === 1 ? (string) array_key_first($this->money) : 'clicks';
    }

    /** @return array<string, mixed> for scripts */
    public function toArray(): array
    {
        return [
            'changes' => $this->changes,
            'clicks' => $this->clicks->toArray(),
            'revenue' => array_map(static fn (Gain $one): array => $one->toArray(), $this->money),
            'verdicts' => $this->told,
            'verdicts_by_luck' => round($this->luck, 2),
            'clicks_of_pages_that_share_queries' => round($this->sharing, 1),
            'clicks_before_and_after' => round($this->naive, 1),
        ];
    }
}
