<?php

declare(strict_types=1);

namespace App\Write\Http;

use App\Access\Memberships;
use App\Access\Models\User;
use App\Access\Role;
use App\Changes\Review\Approvals;
use App\Changes\Review\Approver;
use App\Changes\Review\Comments;
use App\Changes\Review\Reviewer;
use App\Changes\Review\Reviewers;
use App\Changes\Review\SeenDraft;
use App\Stores\Models\Store;
use App\Write\Review\ReviewDesk;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\Gate;
use Illuminate\View\View;

/** Texts one after the other, by whoever approves them: people of the store, and guests by their link. */
final class ApprovalController
{
    public function __construct(private readonly ReviewDesk $desk, private readonly Approvals $approvals)
    {
    }

    public function show(Request $request, Store $store): View
    {
        [$by, $of, $part] = self::asked($request, $store);

        return view(
            'write.review',
            [
                'store' => $store,
                'isGuest' => false,
                'part' => $part,
                'parts' => Reviewers::waiting($store),
                'people' => self::names($store),
                'token' => null,
            ] + $this->desk->of($store, $by, $of, self::number($request->query('at'))),
        );
    }

    public function judge(Request $request, Store $store, int $draft): RedirectResponse
    {
        [$by, , $part] = self::asked($request, $store);
        abort_unless($request->input('do') === 'say' || Gate::allows('release', $store), 403);

        return $this->judged($request, $store, $draft, $by)->setTargetUrl(
            route('write.review', [$store, 'part' => $part] + self::place($request, $draft)),
        );
    }

    /** Approves all that nothing speaks against. */
    public function together(Request $request, Store $store): RedirectResponse
    {
        [$by, $of, $part] = self::asked($request, $store);
        $count = $this->approvals->approve($store, $this->desk->clean($store, $by, $of), $by);

        return redirect()
            ->route('write.review', [$store, 'part' => $part])
            ->with('done', self::counted($count).' approved.');
    }

    public function guest(Request $request, string $token): Response
    {
        [$store, $reviewer] = Reviewers::open($token) ?? abort(404);

        return response()
            ->view(
                'write.review',
                [
                    'store' => $store,
                    'isGuest' => true,
                    'part' => '',
                    'parts' => [],
                    'token' => $token,
                    'reviewer' => $reviewer,
                ] + $this->desk->of($store, Approver::guest($reviewer), null, self::number($request->query('at'))),
            )
            ->header('X-Robots-Tag', 'noindex')
            ->header('Referrer-Policy', 'no-referrer');
    }

    public function guestJudges(Request $request, string $token, int $draft): RedirectResponse
    {
        [$store, $reviewer] = Reviewers::open($token) ?? abort(404);

        return $this->judged($request, $store, $draft, Approver::guest($reviewer))->setTargetUrl(
            route('review', [$token] + self::place($request, $draft)),
        );
    }

    public function guestTogether(string $token): RedirectResponse
    {
        [$store, $reviewer] = Reviewers::open($token) ?? abort(404);
        $by = Approver::guest($reviewer);
        $count = $this->approvals->approve($store, $this->desk->clean($store, $by, null), $by);

        return redirect()
            ->route('review', $token)
            ->with('done', self::counted($count).' approved.');
    }

    private function judged(Request $request, Store $store, int $draft, Approver $by): RedirectResponse
    {
        $given = $request->validate(
            [
                'do' => ['required', 'in:approve,back,say'],
                'revision' => ['required', 'integer', 'min:0'],
                'next' => ['nullable', 'integer', 'min:0'],
                'words' => ['required_if:do,say', 'nullable', 'string', 'max:'.Comments::LONGEST],
            ],
            ['words.required_if' => 'Nothing is said.'],
        );
        // What is in another's part is refused, not only not shown.
        abort_unless(Reviewers::judged($store, [$draft], $by) === [$draft], 403);
        $seen = [new SeenDraft($draft, (int) $given['revision'])];
        $words = trim((string) ($given['words'] ?? ''));
        if ($given['do'] === 'say') {
            Comments::onDraft($store, $draft, $words, $by);

            return redirect()->to('/')->with('done', 'Said.');
        }
        $count =
            $given['do'] === 'approve'
                ? $this->approvals->approve($store, $seen, $by)
                : $this->approvals->sendBack($store, $seen, $words, $by);
        $answer = redirect()->to('/');

        return $count === 1
            ? $answer->with('done', $given['do'] === 'approve' ? 'Approved.' : 'Sent back to the writing desk.')
            : $answer->withErrors(['text' => 'This text was changed or decided meanwhile; look at it again.']);
    }

    /** @return array{Approver, ?Reviewer, string} who asks, whose part, and the part as it stands in the address */
    private static function asked(Request $request, Store $store): array
    {
        /** @var User $user */
        $user = $request->user();
        // Who may judge nothing may read everything here as elsewhere.
        $by = Approver::person($user->id, $user->roleIn($store) === Role::Owner || ! Gate::allows('release', $store));
        $part = $request->string('part')->value();
        $of = null;
        foreach (ctype_digit($part) ? Reviewers::of($store) : [] as $reviewer) {
            $reviewer->id === (int) $part && ($of = $reviewer);
        }

        return [$by, $of, $of === null ? '' : $part];
    }

    /** @return array<int, string> names of the people who approve, by number */
    private static function names(Store $store): array
    {
        $ids = array_filter(array_map(static fn (Reviewer $one): ?int => $one->userId, Reviewers::of($store)));

        return Memberships::named($ids);
    }

    /** @return array{at?: int} where one goes on: behind a text that was decided, at one that something was said of */
    private static function place(Request $request, int $draft): array
    {
        $next = $request->input('do') === 'say' ? $draft : self::number($request->input('next'));

        return $next > 0 ? ['at' => $next] : [];
    }

    private static function number(mixed $given): int
    {
        return is_string($given) && ctype_digit($given) && strlen($given) < 18 ? (int) $given : 0;
    }

    private static function counted(int $count): string
    {
        return number_format($count).($count === 1 ? ' text is' : ' texts are');
    }
}
