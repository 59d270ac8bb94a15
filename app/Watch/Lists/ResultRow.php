<?php

declare(strict_types=1);

namespace App\Watch\Lists;

use App\Platform\Database\Row;
use App\Platform\Web\Forms;
use App\Watch\Changed\ChangeSource;
use App\Watch\Changed\Decision;
use App\Watch\Judging\WhyOpen;
use DateTimeImmutable;
use Orchard\Core\Outcome\Outcome;
use Orchard\Core\Outcome\Verdict;

/** A change and what came of it, told for 28 days, however many weeks it was judged by. */
final readonly class ResultRow
{
    public const DAYS = 28;

    /**
     * @param  ?array{clicks: float, low: float, high: float, expected: float}  $gain  clicks in 28 days; null where
     *         nothing is known yet
     */
    private function __construct(
        public int $id,
        public ChangeSource $source,
        public int $sourceId,
        public string $name,
        public string $day,
        public int $pages,
        public int $counted,
        public int $fields,
        public Verdict $verdict,
        public WhyOpen $why,
        public Decision $decision,
        public ?string $readyOn,
        public int $weeks,
        public int $weeksTold,
        public int $alone,
        public ?array $gain,
        public ?float $clickValue,
        public ?string $currency,
        public ?float $chance,
        public ?float $smallest,
        public ?float $promised,
        public ?float $promisedClicks,
        public bool $isJudged,
        public ?OrderGain $orders,
    ) {
    }

    /** @param  Row  $row  of watch_changes, joined to its result of all pages */
    public static function fromRow(Row $row): self
    {
        $weeks = max(1, $row->int('weeks_told'));
        $per = self::DAYS / 7 / $weeks;

        return new self(
            $row->int('id'),
            ChangeSource::from($row->int('source')),
            $row->int('source_id'),
            $row->text('name'),
            $row->text('day'),
            $row->int('pages'),
            (int) ($row->counted ?? 0),
            $row->int('fields'),
            Verdict::from((int) ($row->verdict ?? 0)),
            WhyOpen::from($row->int('why_open')),
            Decision::from($row->int('decided')),
            $row->ready_on,
            $row->int('weeks'),
            $row->int('weeks_told'),
            $row->int('alone'),
            $row->came === null
                ? null
                : [
                    'clicks' => ($row->number('came') - $row->number('expected')) * $per,
                    'low' => $row->number('low') * $per,
                    'high' => $row->number('high') * $per,
                    'expected' => $row->number('expected') * $per,
                ],
            $row->numberOrNull('click_value'),
            $row->currency,
            $row->numberOrNull('chance'),
            $row->numberOrNull('smallest'),
            $row->numberOrNull('promised'),
            $row->numberOrNull('promised_clicks'),
            $row->judged_at !== null,
            OrderGain::fromRow($row, $per),
        );
    }

    /** In the currency of the pages; null where no sales are known. */
    public function money(string $of = 'clicks'): ?float
    {
        return $this->gain === null || $this->clickValue === null ? null : $this->gain[$of] * $this->clickValue;
    }

    /** What can be said, in a few words. */
    public function words(string $today): string
    {
        $number = Forms::number(...);
        if ($this->verdict === Verdict::Open || $this->gain === null) {
            return $this->openWords($today);
        }
        [$low, $high] = [round(abs($this->gain['low'])), round(abs($this->gain['high']))];

        return match ($this->verdict) {
            Verdict::Earned => "earned {$number($low)} to {$number($high)} more clicks in 28 days",
            Verdict::Lost => "lost {$number(min($low, $high))} to {$number(max($low, $high))} clicks in 28 days",
            Verdict::Few => 'too few pages for a verdict; '.Outcome::LEAST_PAGES.' are needed',
            default => 'no effect, or too small to tell',
        };
    }

    private function openWords(string $today): string
    {
        if (! $this->isJudged) {
            return 'not judged yet';
        }
        if ($this->why !== WhyOpen::Days || $this->readyOn === null) {
            return $this->why->words();
        }
        $days = (int) (new DateTimeImmutable($today))->diff(new DateTimeImmutable($this->readyOn))->format('%r%a');

        return $days > 0
            ? 'cannot be told yet; needs about '.$days.($days === 1 ? ' more day' : ' more days')
            : 'cannot be told yet; needs the numbers of the last weeks';
    }

    /** One word for files and scripts. */
    public function verdictKey(): string
    {
        return match ($this->verdict) {
            Verdict::Earned => 'earned',
            Verdict::Lost => 'lost',
            Verdict::None => 'none',
            default => 'open',
        };
    }

    /** Whether somebody is to read it and decide. */
    public function waits(): bool
    {
        return $this->decision === Decision::Open &&
            in_array($this->verdict, [Verdict::Earned, Verdict::Lost, Verdict::None], true);
    }
}
