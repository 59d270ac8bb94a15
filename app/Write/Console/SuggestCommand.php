<?php

declare(strict_types=1);

namespace App\Write\Console;

use App\Platform\Database\Rows;
use App\Platform\Work\WorkDesk;
use App\Stores\Console\StoreCommand;
use App\Write\Suggestions\Briefs;
use App\Write\Suggestions\NewWish;
use App\Write\Suggestions\Sources;
use App\Write\Suggestions\Wish;
use App\Write\Suggestions\Wishes;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;
use Orchard\Core\Wording\Suggestions\Style;
use Orchard\Core\Wording\Suggestions\Tone;
use Orchard\Core\Wording\TextField;
use RuntimeException;

final class SuggestCommand extends StoreCommand
{
    protected $signature =
        'write:suggest {--to= : a kind of page, or a file with one URL a line} {--field=title} '.
        '{--source= : name of a wording source; else the writer that ships} {--tone=plain : plain, warm or brisk} '.
        '{--short} {--use= : words, by commas} {--avoid= : words, by commas} {--store=} '.
        '{--preview : only tell what it would cost} {--wait} {--json}';

    protected $description = 'Ask a wording source for texts; they are offered on the screen, and nothing is changed';

    public function handle(Wishes $wishes, Briefs $briefs, Sources $sources, WorkDesk $desk): int
    {
        return $this->guarded(function () use ($wishes, $briefs, $sources, $desk): int {
            $store = $this->store();
            $field =
                TextField::fromKey((string) $this->option('field')) ??
                throw new InvalidArgumentException('--field is one of '.implode(', ', TextField::keys()).'.');
            $tone =
                Tone::tryFrom((string) $this->option('tone')) ??
                throw new InvalidArgumentException('--tone is plain, warm or brisk.');
            $name = (string) $this->option('source');
            $source = null;
            foreach ($sources->of($store) as $one) {
                $source ??= $name === '' || $one->name === $name ? $one : null;
            }
            $source ?? throw new InvalidArgumentException("There is no source \"$name\".");
            $resources = ResourceList::of($store, (string) $this->option('to'));
            $wish = new Wish(
                $field,
                new Style(
                    $tone,
                    (bool) $this->option('short'),
                    Style::words((string) $this->option('use')),
                    Style::words((string) $this->option('avoid')),
                ),
                array_map(strval(...), array_keys(array_filter($briefs->facts($store, $resources)))),
            );
            $foreseen = $wishes->foresee($store, $wish, $resources);
            $cost = number_format($source->cost($foreseen['in'], $foreseen['out']), 2).' '.$source->currency;
            if ($this->option('preview')) {
                return $this->answer(
                    [
                        'pages' => count($resources),
                        'tokens_in' => $foreseen['in'],
                        'tokens_out' => $foreseen['out'],
                        'cost' => $source->cost($foreseen['in'], $foreseen['out']),
                        'currency' => $source->currency,
                    ],
                    count($resources).
                        " pages: about {$foreseen['in']} tokens sent and {$foreseen['out']} back, $cost.",
                );
            }
            $begun = $wishes->begin($store, new NewWish($wish, $source, $resources, 'by command'), null);
            $ended = $this->option('wait') ? $desk->workToEnd($begun['work']) : 'begun';
            if ($ended !== 'done' && $ended !== 'begun') {
                $problem = DB::table('work')->where('id', $begun['work'])->value('problem');
                throw new RuntimeException('It ended early: '.(is_string($problem) ? $problem : $ended));
            }
            $row = Rows::maybe(DB::table('write_wishes')->where('id', $begun['wish'])->first());
            $texts = DB::table('write_suggestions')->where('wish_id', $begun['wish'])->count();

            return $this->answer(
                [
                    'wish' => $begun['wish'],
                    'pages' => count($resources),
                    'texts' => $texts,
                    'tokens_in' => (int) ($row->told_in ?? 0),
                    'tokens_out' => (int) ($row->told_out ?? 0),
                ],
                $ended === 'done'
                    ? "$texts texts for ".
                        count($resources).
                        ' pages; see '.
                        route('write.wish', [$store, $begun['wish']])
                    : 'Begun; see '.route('write.wish', [$store, $begun['wish']]),
            );
        });
    }
}
