<?php

declare(strict_types=1);

namespace App\Release\Http;

use App\Access\Models\User;
use App\Release\Campaigns\Campaign;
use App\Release\Campaigns\CampaignFile;
use App\Release\Campaigns\Campaigns;
use App\Release\Campaigns\CampaignScreen;
use App\Release\Campaigns\CampaignState;
use App\Release\Campaigns\CampaignTexts;
use App\Release\Campaigns\NewCampaign;
use App\Release\Campaigns\Wrapping;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\UploadedFile;
use Illuminate\Validation\Rule;
use Illuminate\View\View;
use InvalidArgumentException;
use Orchard\Core\Wording\TextField;

/** Texts with a start and an end: planned, filled, approved, called off. */
final class CampaignController
{
    public function __construct(private readonly Campaigns $campaigns, private readonly CampaignTexts $texts)
    {
    }

    public function index(Store $store): View
    {
        return view('release.campaigns', ['store' => $store, 'campaigns' => CampaignScreen::all($store)]);
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
                new NewCampaign($given['name'], $given['from'], $given['to']),
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
        return view('release.campaign', CampaignScreen::of($request, $store, $this->find($store, $campaign)));
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
        abort_unless($this->find($store, $campaign)->state === CampaignState::Planned, 409);
        $file = $request->file('file');
        try {
            if ($file instanceof UploadedFile) {
                return back()->with('done', CampaignFile::read($store, $campaign, $file->getPathname()));
            }
            $front = trim((string) ($given['front'] ?? ''));
            $behind = trim((string) ($given['behind'] ?? ''));
            if ($front.$behind === '') {
                throw new InvalidArgumentException('Which words are put in front or behind?');
            }
            $with = new Wrapping(
                TextField::fromKey($given['field']) ?? TextField::Title,
                $front,
                $behind,
                ($given['cut'] ?? null) === '1',
            );
            $told = $this->texts->wrap($store, $campaign, CampaignTexts::chosen($store, $given), $with);
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
        abort_unless($this->find($store, $campaign)->state === CampaignState::Planned, 409);
        CampaignTexts::takeOut(
            $campaign,
            isset($given['resource']) ? [(int) $given['resource'], (int) ($given['field'] ?? 1)] : null,
        );

        return back();
    }

    private function find(Store $store, int $campaign): Campaign
    {
        return CampaignScreen::find($store, $campaign) ?? abort(404);
    }

    private static function user(Request $request): User
    {
        /** @var User $user */
        $user = $request->user();

        return $user;
    }
}
