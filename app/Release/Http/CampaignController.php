<?php

declare(strict_types=1);

namespace App\Release\Http;

use App\Access\Models\User;
use App\Inventory\PageAddress;
use App\Inventory\Selections;
use App\Platform\Tables\TableReader;
use App\Platform\Typed;
use App\Release\Campaigns\Campaigns;
use App\Release\Campaigns\CampaignState;
use App\Release\Campaigns\CampaignTexts;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\Rule;
use Illuminate\View\View;
use InvalidArgumentException;
use Orchard\Core\Wording\TextField;
use stdClass;

/** Texts with a start and an end: planned, filled, approved, called off. */
final class CampaignController
{
    private const PAGE = 50;

    public function __construct(private readonly Campaigns $campaigns, private readonly CampaignTexts $texts)
    {
    }

    public function index(Store $store): View
    {
        return view('release.campaigns', [
            'store' => $store,
            'campaigns' => DB::table('release_campaigns as c')
                ->leftJoin('users as u', 'u.id', '=', 'c.approved_by')
                ->where('c.store_id', $store->id)
                ->orderByDesc('c.id')
                ->limit(50)
                ->select(['c.*', 'u.name as approver'])
                ->selectSub(
                    DB::table('release_campaign_texts as t')
                        ->whereColumn('t.campaign_id', 'c.id')
                        ->selectRaw('COUNT(*)'),
                    'texts',
                )
                ->get(),
        ]);
    }

    public function plan(Request $request, Store $store): RedirectResponse
    {
        $given = $request->validate([
            'name' => ['required', 'string', 'max:80'],
            'from' => ['required', 'date_format:Y-m-d\TH:i'],
            'to' => ['required', 'date_format:Y-m-d\TH:i'],
        ]);
        try {
            $id = $this->campaigns->plan(
                $store,
                $given['name'],
                $given['from'],
                $given['to'],
                self::user($request)->id,
            );
        } catch (InvalidArgumentException $wrong) {
            return back()
                ->withInput()
                ->withErrors(['to' => $wrong->getMessage()]);
        }

        return redirect()->route('campaign', [$store, $id]);
    }

    public function show(Request $request, Store $store, int $campaign): View
    {
        $row = $this->find($store, $campaign);
        $after =
            preg_match('/^(\d{1,18})-(\d{1,3})$/', (string) $request->query('after'), $place) === 1
                ? [(int) $place[1], (int) $place[2]]
                : [0, 0];
        $texts = DB::table('release_campaign_texts as c')
            ->join('resources as r', 'r.id', '=', 'c.resource_id')
            ->leftJoin(
                'resource_texts as t',
                static fn ($join) => $join->on('t.resource_id', '=', 'c.resource_id')->on('t.field', '=', 'c.field'),
            )
            ->where('c.campaign_id', $campaign)
            ->whereRaw('(c.resource_id, c.field) > (?, ?)', $after)
            ->orderBy('c.resource_id')
            ->orderBy('c.field')
            ->limit(self::PAGE + 1)
            ->get(['c.*', 'r.name', 'r.page_id', 't.stored', 't.shown']);
        $last = $texts->count() > self::PAGE ? $texts[self::PAGE - 1] : null;

        return view('release.campaign', [
            'store' => $store,
            'campaign' => $row,
            'state' => CampaignState::from((int) $row->state),
            'count' => DB::table('release_campaign_texts')->where('campaign_id', $campaign)->count(),
            'texts' => $texts->take(self::PAGE),
            'next' => $last === null ? null : "$last->resource_id-$last->field",
            'selections' => Selections::named($store),
            'items' => self::items($row->start_release),
            'back' => self::items($row->end_release),
        ]);
    }

    /** Puts texts into a planned campaign: words around what is shown now, or a file of texts. */
    public function fill(Request $request, Store $store, int $campaign): RedirectResponse
    {
        $given = $request->validate([
            'field' => ['required_without:file', 'in:title,description'],
            'kind' => ['nullable', Rule::enum(PageKind::class)],
            'list' => ['nullable', 'integer'],
            'front' => ['nullable', 'string', 'max:60'],
            'behind' => ['nullable', 'string', 'max:60'],
            'cut' => ['nullable', 'in:1'],
            'file' => ['nullable', 'file', 'max:20480'],
        ]);
        abort_unless((int) $this->find($store, $campaign)->state === CampaignState::Planned->value, 409);
        $file = $request->file('file');
        try {
            if ($file instanceof UploadedFile) {
                return back()->with('done', $this->fromFile($store, $campaign, $file));
            }
            $front = trim((string) ($given['front'] ?? ''));
            $behind = trim((string) ($given['behind'] ?? ''));
            if ($front.$behind === '') {
                throw new InvalidArgumentException('Which words are put in front or behind?');
            }
            $told = $this->texts->wrap(
                $store,
                $campaign,
                self::pages($store, $given),
                TextField::fromKey($given['field']) ?? TextField::Title,
                $front,
                $behind,
                ($given['cut'] ?? null) === '1',
            );
        } catch (InvalidArgumentException $wrong) {
            return back()
                ->withInput()
                ->withErrors(['front' => $wrong->getMessage()]);
        }

        return back()->with(
            'done',
            implode(
                ' ',
                array_filter([
                    number_format($told['put']).($told['put'] === 1 ? ' text is' : ' texts are').' in it now.',
                    $told['cut'] === 0 ? '' : number_format($told['cut']).' are left out, for they would be cut off.',
                    $told['none'] === 0 ? '' : number_format($told['none']).' pages have no such text.',
                ]),
            ),
        );
    }

    public function act(Request $request, Store $store, int $campaign): RedirectResponse
    {
        $request->validate(['do' => ['required', 'in:approve,stop']]);
        $this->find($store, $campaign);
        try {
            $request->input('do') === 'approve'
                ? $this->campaigns->approve($store, $campaign, self::user($request)->id)
                : $this->campaigns->stop($store, $campaign);
        } catch (InvalidArgumentException $wrong) {
            return back()->withErrors(['campaign' => $wrong->getMessage()]);
        }

        return back();
    }

    /** Takes a text out of a planned campaign, or all of them. */
    public function drop(Request $request, Store $store, int $campaign): RedirectResponse
    {
        $given = $request->validate(['resource' => ['nullable', 'integer'], 'field' => ['nullable', 'integer']]);
        abort_unless((int) $this->find($store, $campaign)->state === CampaignState::Planned->value, 409);
        DB::table('release_campaign_texts')
            ->where('campaign_id', $campaign)
            ->when(
                isset($given['resource']),
                static fn ($query) => $query
                    ->where('resource_id', $given['resource'])
                    ->where('field', $given['field'] ?? 1),
            )
            ->delete();

        return back();
    }

    /** @throws InvalidArgumentException where nothing of the file can be used */
    private function fromFile(Store $store, int $campaign, UploadedFile $file): string
    {
        $rows = [];
        $columns = null;
        foreach (TableReader::read($file->getPathname()) as $cells) {
            $cells = array_map(static fn (mixed $cell): string => is_scalar($cell) ? trim((string) $cell) : '', $cells);
            if ($columns === null) {
                $columns = array_flip(array_map(mb_strtolower(...), array_filter($cells)));
                if (! isset($columns['url'], $columns['text'])) {
                    throw new InvalidArgumentException('The first row names the columns url, text, and field.');
                }

                continue;
            }
            $rows[] = [
                $cells[$columns['url']] ?? '',
                $cells[$columns['field'] ?? -1] ?? '',
                $cells[$columns['text']] ?? '',
            ];
            if (count($rows) > CampaignTexts::MOST) {
                throw new InvalidArgumentException(
                    'A campaign has at most '.number_format(CampaignTexts::MOST).' texts.',
                );
            }
        }
        [$pages] = PageAddress::pages($store, array_values(array_unique(array_column($rows, 0))));
        $resources = DB::table('pages')->whereIn('id', array_values($pages))->pluck('resource_id', 'id');
        $put = [];
        foreach ($rows as [$url, $key, $text]) {
            $resource = $resources[$pages[$url] ?? 0] ?? null;
            $field = TextField::fromKey($key === '' ? 'title' : mb_strtolower($key));
            if (is_numeric($resource) && $field !== null && $text !== '' && mb_strlen($text) <= $field->longest()) {
                $put["$resource $field->value"] = [$campaign, (int) $resource, $field->value, $text];
            }
        }
        CampaignTexts::put(array_values($put));
        $left = count($rows) - count($put);

        return number_format(count($put)).
            ' texts are in it now.'.
            ($left === 0
                ? ''
                : ' '.number_format($left).' rows were left out: no such page or field, no text, or twice.');
    }

    /**
     * @param  array<string, mixed>  $given
     * @return list<int> resources
     */
    private static function pages(Store $store, array $given): array
    {
        $ids = DB::table('resources as r')
            ->where('r.store_id', $store->id)
            ->where('r.gone', 0)
            ->whereNotNull('r.page_id')
            ->when(isset($given['kind']), static fn ($query) => $query->where('r.kind', $given['kind']))
            ->when(
                isset($given['list']),
                static fn ($query) => $query
                    ->join('selected_pages as s', 's.page_id', '=', 'r.page_id')
                    ->join('page_selections as l', 'l.id', '=', 's.selection_id')
                    ->where('l.store_id', $store->id)
                    ->where('s.selection_id', $given['list']),
            )
            ->orderBy('r.id')
            ->limit(CampaignTexts::MOST)
            ->pluck('r.id')
            ->all();

        return array_values(array_map(static fn (mixed $id): int => is_numeric($id) ? (int) $id : 0, $ids));
    }

    /** @return array<string, int> items of a release by state */
    private static function items(mixed $release): array
    {
        return is_numeric($release)
            ? Typed::ints(
                DB::table('release_items')
                    ->where('release_id', $release)
                    ->groupBy('state')
                    ->selectRaw('state, COUNT(*) AS n')
                    ->pluck('n', 'state')
                    ->all(),
            )
            : [];
    }

    private function find(Store $store, int $campaign): stdClass
    {
        return DB::table('release_campaigns')->where('store_id', $store->id)->where('id', $campaign)->first() ??
            abort(404);
    }

    private static function user(Request $request): User
    {
        /** @var User $user */
        $user = $request->user();

        return $user;
    }
}
