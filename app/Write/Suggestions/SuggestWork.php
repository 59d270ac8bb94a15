<?php

declare(strict_types=1);

namespace App\Write\Suggestions;

use App\Connectors\Wording\WordingAnswer;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Platform\Spelling\Dictionaries;
use App\Platform\Typed;
use App\Platform\Work\LongWork;
use App\Platform\Work\SliceEnd;
use App\Platform\Work\WorkRun;
use App\Stores\Models\Store;
use App\Write\Checks\TextJudge;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;
use Orchard\Core\Text\Ruler;
use Orchard\Core\Wording\Suggestions\Answer;
use Orchard\Core\Wording\Suggestions\Brief;
use Orchard\Core\Wording\TextField;

/** Asks a wording source for the pages of a wish, a few at a time, and keeps the best of what comes. */
final class SuggestWork implements LongWork
{
    private const PORTION = 8;

    /** Answers in a row that did not come before the work gives up. */
    private const MOST_MISSES = 8;

    public function __construct(
        private readonly Sources $sources,
        private readonly Briefs $briefs,
        private readonly Ruler $ruler,
        private readonly Dictionaries $dictionaries,
    ) {
    }

    public static function sort(): string
    {
        return 'write.suggest';
    }

    public static function title(): string
    {
        return 'asking for texts';
    }

    public static function queue(): string
    {
        return 'interactive';
    }

    public function ended(int $subjectId, SliceEnd $end): void
    {
    }

    public function slice(WorkRun $run): SliceEnd
    {
        $row = Rows::maybe(DB::table('write_wishes')->where('id', $run->subjectId)->first());
        $store = Store::query()->findOrFail($run->storeId);
        $source = $row === null ? null : $this->sources->find($store, $row->int('source_id'));
        if ($row === null || $source === null) {
            return SliceEnd::failed('The source that was asked is no more.');
        }
        $wish = Wish::kept(TextField::from($row->int('field')), $row->text('style'), $row->text('facts'));
        $judging = new Judging($store, new TextJudge($store, $this->ruler, $this->dictionaries), $this->ruler);
        $client = $this->sources->client($store, $source);
        $misses = $run->number('misses');
        while (true) {
            $rows = self::next($store, $run->subjectId, $wish->field);
            if ($rows === []) {
                $run->beat(['done' => $row->int('pages')], force: true);

                return SliceEnd::done();
            }
            if ($run->stopAsked()) {
                return SliceEnd::stopped();
            }
            $briefs = $this->briefs->of($store, $wish, $rows);
            $most = max([0, ...array_values(array_map(Wishes::tokensOut(...), $briefs))]);
            $questions = array_map(static fn (Brief $brief): array => $brief->messages(), $briefs);
            $judging->meet($rows);
            $pause = 0;
            foreach ($client->ask($questions, 2 * $most) as $resource => $answer) {
                if ($answer->problem !== null && str_contains($answer->problem, 'refuses the key')) {
                    return SliceEnd::failed($answer->problem);
                }
                if ($answer->problem !== null && ! $answer->isFinal) {
                    if (++$misses >= self::MOST_MISSES) {
                        return SliceEnd::failed("$answer->problem It was asked $misses times in a row.");
                    }
                    $pause = max($pause, $answer->retryAfter ?? 5);

                    continue;
                }
                $misses = 0;
                $this->keep($run, $judging, self::rowOf($rows, $resource), $briefs[$resource], $answer);
            }
            $run->beat(['done' => self::done($run->subjectId), 'misses' => $misses], force: true);
            if ($pause > 0) {
                return SliceEnd::later($pause);
            }
            if ($run->timeIsUp()) {
                return SliceEnd::more();
            }
        }
    }

    private function keep(WorkRun $run, Judging $judging, SuggestPage $row, Brief $brief, WordingAnswer $answer): void
    {
        $note = $answer->problem;
        $best = [];
        if ($note === null) {
            try {
                $texts = Answer::texts($answer->content);
                $best = $judging->best($row, $brief, $texts, self::elsewhere($run->subjectId, $texts));
                $note = match (true) {
                    $best !== [] => null,
                    $texts === [] => 'Nothing that came could be shown: markup, addresses, or no text at all.',
                    default => 'Nothing new came: what is suggested stands on this page or another already.',
                };
            } catch (InvalidArgumentException $wrong) {
                $note = $wrong->getMessage();
            }
        }
        $run->fenced(static function () use ($run, $row, $brief, $answer, $best, $note): void {
            $wish = Rows::maybe(DB::table('write_wishes')->where('id', $run->subjectId)->lockForUpdate()->first());
            Bulk::write(
                'write_suggestions',
                [
                    'store_id', 'wish_id', 'source_id', 'resource_id', 'field', 'place', 'text', 'pixels', 'checks',
                    'doubts', 'state',
                ],
                array_map(
                    static fn (int $nth, JudgedSuggestion $one): array => [
                        $run->storeId,
                        $run->subjectId,
                        (int) ($wish->source_id ?? 0),
                        $row->id,
                        $brief->field->value,
                        $nth + 1,
                        $one->text,
                        $one->pixels,
                        $one->checks,
                        json_encode($one->doubts, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE),
                        SuggestionState::Offered->value,
                    ],
                    array_keys($best),
                    $best,
                ),
                'REPLACE',
            );
            DB::table('write_wish_pages')
                ->where('wish_id', $run->subjectId)
                ->where('resource_id', $row->id)
                ->update([
                    'state' => ($best === [] ? PageState::Failed : PageState::Answered)->value,
                    'note' => $note === null ? null : mb_substr($note, 0, 300),
                ]);
            DB::update('UPDATE write_wishes SET told_in = told_in + ?, told_out = told_out + ? WHERE id = ?', [
                $answer->tokensIn,
                $answer->tokensOut,
                $run->subjectId,
            ]);
        });
    }

    /** @return list<SuggestPage> that nothing was asked for yet */
    private static function next(Store $store, int $wish, TextField $field): array
    {
        $ids = DB::table('write_wish_pages')
            ->where('wish_id', $wish)
            ->where('state', PageState::Waiting->value)
            ->orderBy('place')
            ->limit(self::PORTION)
            ->pluck('resource_id')
            ->map(static fn (mixed $id): int => is_numeric($id) ? (int) $id : 0)
            ->all();
        $rows = Briefs::rows($store, array_values($ids), $field);
        // A page that is gone meanwhile is not waited for.
        $gone = array_diff($ids, array_column($rows, 'id'));
        $gone === [] ||
            DB::table('write_wish_pages')
                ->where('wish_id', $wish)
                ->whereIn('resource_id', $gone)
                ->update(['state' => PageState::Failed->value, 'note' => 'The page is no more.']);

        return $rows !== [] || $ids === [] ? $rows : self::next($store, $wish, $field);
    }

    private static function done(int $wish): int
    {
        return DB::table('write_wish_pages')
            ->where('wish_id', $wish)
            ->where('state', '<>', PageState::Waiting->value)
            ->count();
    }

    /**
     * @param  list<string>  $texts
     * @return array<string, true> those that this wish has suggested for other pages, in small letters
     */
    private static function elsewhere(int $wish, array $texts): array
    {
        $found =
            $texts === []
                ? []
                : DB::table('write_suggestions')
                    ->where('wish_id', $wish)
                    ->whereIn('text', $texts)
                    ->pluck('text')
                    ->all();

        return array_fill_keys(
            array_map(static fn (mixed $one): string => mb_strtolower(Typed::text($one)), $found),
            true,
        );
    }

    /** @param  list<SuggestPage>  $rows */
    private static function rowOf(array $rows, int $resource): SuggestPage
    {
        foreach ($rows as $row) {
            if ($row->id === $resource) {
                return $row;
            }
        }
        throw new InvalidArgumentException("Resource $resource was not asked for.");
    }
}
