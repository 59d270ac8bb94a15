<?php

declare(strict_types=1);

namespace App\Write\Http;

use App\Access\Models\User;
use App\Catalogue\StoreResources;
use App\Changes\Review\Approver;
use App\Changes\Review\Comments;
use App\Inventory\Makers;
use App\Stores\Markets;
use App\Stores\Models\Store;
use App\Write\Checks\FaultScreen;
use App\Write\Checks\StoreWords;
use App\Write\Checks\Waiver;
use App\Write\Checks\Waivers;
use App\Write\Desk\RowRebuild;
use App\Write\Facts\PageFacts;
use App\Write\WrittenPage;
use Illuminate\Http\Request;
use Illuminate\View\View;
use Orchard\Core\Claims\Claim;
use Orchard\Core\Claims\FactCheck;
use Orchard\Core\Wording\Check;
use Orchard\Core\Wording\TextField;

/** The faults of one text: why, letting one pass with a reason, teaching a word. */
final class FaultController
{
    public function show(Store $store, int $resource, string $field, FaultScreen $screen): View
    {
        $of = TextField::fromKey($field) ?? abort(404);
        $told = $screen->of($store, $resource, $of) ?? abort(404);

        return view(
            'write.faults',
            ['store' => $store, 'comments' => Comments::of($resource, $of)] +
                $told +
                self::doubts($store, $told['page'], $told['text']),
        );
    }

    /** @return array{doubts: list<Claim>, isWhole: bool} what a text claims and no fact of its page says */
    private static function doubts(Store $store, WrittenPage $page, string $text): array
    {
        $language = Markets::of($store)->find($page->marketId)->language;
        $check = new FactCheck($language, Makers::of($store));

        return [
            'doubts' => $text === '' ? [] : $check->doubts($text, PageFacts::of($store, [$page])[$page->id]),
            'isWhole' => $check->isWhole(),
        ];
    }

    /** Lets a fault pass, takes that back, or teaches a word; answers with what is left. */
    public function act(Request $request, Store $store, int $resource, string $field, RowRebuild $rows): View
    {
        $data = $request->validate([
            'do' => ['required', 'in:waive,back,learn,say'],
            'check' => ['required_if:do,waive', 'required_if:do,back', 'nullable', 'string', 'max:20'],
            'words' => ['required_if:do,say', 'nullable', 'string', 'max:'.Comments::LONGEST],
            'reason' => ['required_if:do,waive', 'nullable', 'string', 'max:200'],
            'word' => ['required_if:do,learn', 'nullable', 'string', 'max:60'],
        ]);
        $of = TextField::fromKey($field) ?? abort(404);
        abort_unless(StoreResources::has($store, $resource), 404);
        /** @var User $user */
        $user = $request->user();
        if ($data['do'] === 'say') {
            Comments::add($store, $resource, $of, (string) $data['words'], Approver::person($user->id, false));

            return $this->show($store, $resource, $field, app(FaultScreen::class));
        }
        if ($data['do'] === 'learn') {
            StoreWords::teach($store, [(string) $data['word']], $user->id);
        } else {
            $check = Check::fromKey((string) $data['check']) ?? abort(404);
            $data['do'] === 'waive'
                ? Waivers::waive($store, $resource, $of, new Waiver($check, (string) $data['reason'], $user->id))
                : Waivers::takeBack($store, $resource, $of, $check);
        }
        $rows->some(
            $store,
            $data['do'] === 'learn' ? StoreWords::pagesWith($store, $resource, (string) $data['word']) : [$resource],
        );

        return $this->show($store, $resource, $field, app(FaultScreen::class));
    }
}
