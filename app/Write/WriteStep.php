<?php

declare(strict_types=1);

namespace App\Write;

use App\Platform\Database\Rows;
use App\Platform\Web\Forms;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use App\Stores\Overview\Way;
use App\Stores\Steps\Duty;
use App\Stores\Steps\Hand;
use App\Stores\Steps\Missing;
use App\Stores\Steps\Step;
use App\Stores\Steps\StepContribution;
use App\Stores\Steps\Waiting;
use App\Write\Recipes\RecipeWork;
use App\Write\Review\ClaimsWork;
use Illuminate\Support\Facades\DB;

final class WriteStep implements StepContribution
{
    public function step(): Step
    {
        return Step::Write;
    }

    public function url(Store $store): string
    {
        return route('write', $store);
    }

    public function waiting(Store $store): ?Waiting
    {
        $count = DB::table('write_rows')->where('store_id', $store->id)->where('state', '=', 1)->count();

        return $count === 0 ? null : new Waiting($count, $count === 1 ? 'page in draft' : 'pages in draft');
    }

    public function hand(Store $store): ?Hand
    {
        $drafts = DB::table('write_rows')->where('store_id', $store->id)->where('state', '=', 1)->count();
        $faulty = Rows::figure(
            'SELECT COUNT(*) AS n FROM write_rows WHERE store_id = ? AND (title_checks > 0
                OR description_checks > 0) AND kind IN ('.
                PageKind::Product->value.
                ', '.
                PageKind::Collection->value.
                ')',
            [$store->id],
        );
        $more = $faulty === 0 ? '' : Forms::number($faulty).' products and collections have faults to mend';

        return match (true) {
            $drafts > 0 => new Hand(
                $drafts,
                ($drafts === 1 ? 'page has a draft' : 'pages have a draft').
                    ' that is not ready yet'.
                    ($more === '' ? '' : "; $more"),
                route('write', [$store, 'state' => 'open']),
                'Go on writing',
            ),
            $more !== '' => new Hand(null, $more, route('write', [$store]), 'Write'),
            default => null,
        };
    }

    public function missing(Store $store): ?Missing
    {
        return DB::table('resources')->where('store_id', $store->id)->exists()
            ? null
            : new Missing(
                'No texts yet. A crawl brings titles and descriptions here, ready to improve in bulk.',
                route('gather', $store),
                'Crawl the store',
            );
    }

    public function duties(Store $store): array
    {
        $recipes = DB::table('write_recipes')->where('store_id', $store->id)->whereNotNull('approved_version')->count();

        return [
            new Duty(
                'Recipes on what is new or changed',
                $recipes > 0
                    ? 'after each crawl; '.$recipes.($recipes === 1 ? ' is approved' : ' are approved')
                    : 'none is approved for it',
                RecipeWork::sort(),
                $recipes > 0,
                new Way('Choose', route('write.recipes', $store)),
            ),
            new Duty('Texts held against the facts', 'after each crawl, and when texts are ready', ClaimsWork::sort()),
        ];
    }
}
