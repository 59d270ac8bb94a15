<?php

declare(strict_types=1);

namespace App\Release\Http;

use App\Changes\AddressField;
use App\Changes\RedirectFile;
use App\Changes\ShownPart;
use App\Platform\Tables\TableRows;
use App\Platform\Tables\TableWriter;
use App\Release\Handing\HandedList;
use App\Release\Handing\Handover;
use App\Release\Handing\ShareLinks;
use App\Release\Lists\SentRelease;
use App\Release\Releases;
use App\Stores\Models\Store;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\View\View;
use InvalidArgumentException;
use Symfony\Component\HttpFoundation\StreamedResponse;

/**
 * What a release hands over: files for the shop's import, and the list for a person or a developer, also by a link
 * without an account.
 */
final readonly class HandoverController
{
    /** Rows of texts that the screen shows; the file has all. */
    private const SHOWN = 300;

    public function __construct(private ShareLinks $links)
    {
    }

    public function file(Store $store, int $release, int $file): Response|RedirectResponse
    {
        $this->check($store, $release);
        $handover = new Handover($store, $release);
        foreach ($handover->files() as $one) {
            if ($one->id === $file) {
                try {
                    return response($handover->bytes($one), 200, [
                        'Content-Type' => 'application/octet-stream',
                        'Content-Disposition' => 'attachment; filename="'.$handover->nameOf($one).'"',
                    ]);
                } catch (InvalidArgumentException $wrong) {
                    return redirect()
                        ->route('release.show', [$store, $release])
                        ->withErrors(['file' => $wrong->getMessage()]);
                }
            }
        }
        abort(404);
    }

    public function list(Store $store, int $release): View
    {
        $name = $this->check($store, $release);

        return view(
            'release.list',
            $this->listOf($store, $release, $name) + ['links' => $this->links->count($release), 'isGuest' => false],
        );
    }

    public function form(Store $store, int $release, string $form): StreamedResponse
    {
        $this->check($store, $release);

        return $this->download($store, $release, $form);
    }

    public function share(Request $request, Store $store, int $release): RedirectResponse
    {
        $this->check($store, $release);
        $token = $this->links->make($store, $release, $request->user()?->id);

        return redirect()
            ->route('release.list', [$store, $release])
            ->with('link', route('handed', $token));
    }

    public function endLinks(Store $store, int $release): RedirectResponse
    {
        $this->check($store, $release);
        $this->links->end($store, $release);

        return redirect()
            ->route('release.list', [$store, $release])
            ->with('done', 'All links to this list have ended.');
    }

    public function giveUp(Request $request, Store $store, int $release, Releases $releases): RedirectResponse
    {
        $this->check($store, $release);
        $count = $releases->giveUp($store, $release, null);

        return redirect()
            ->route('release.show', [$store, $release])
            ->with(
                'done',
                $count === 0
                    ? 'Everything has been seen meanwhile.'
                    : number_format($count).' are given up; their drafts are ready again.',
            );
    }

    public function guest(string $token): Response
    {
        ['store' => $store, 'release' => $release, 'name' => $name] = $this->links->open($token) ?? abort(404);

        return response()
            ->view('release.list', $this->listOf($store, $release, $name) + ['token' => $token, 'isGuest' => true])
            ->header('X-Robots-Tag', 'noindex');
    }

    public function guestForm(string $token, string $form): StreamedResponse
    {
        ['store' => $store, 'release' => $release] = $this->links->open($token) ?? abort(404);

        return $this->download($store, $release, $form);
    }

    /** @return string the release's name */
    private function check(Store $store, int $release): string
    {
        return (SentRelease::find($store, $release) ?? abort(404))->name;
    }

    /** @return array<string, mixed> */
    private function listOf(Store $store, int $release, string $name): array
    {
        $list = new HandedList($store, $release);
        $texts = [];
        foreach ($list->texts() as $text) {
            $texts[] = $text;
            if (count($texts) > self::SHOWN) {
                break;
            }
        }

        return [
            'store' => $store,
            'release' => $release,
            'name' => $name,
            'groups' => $list->groups(),
            'texts' => array_slice($texts, 0, self::SHOWN),
            'isMore' => count($texts) > self::SHOWN,
            'redirects' => $list->redirects(),
            'progress' => $list->progress(),
        ];
    }

    private function download(Store $store, int $release, string $form): StreamedResponse
    {
        abort_unless($form === 'list.csv' || in_array($form, RedirectFile::FORMS, true), 404);
        $list = new HandedList($store, $release);

        return response()->streamDownload(
            static function () use ($list, $form): void {
                $out = fopen('php://output', 'wb') ?: throw new \RuntimeException('No output.');
                $form === 'list.csv'
                    ? TableWriter::write(
                        'csv',
                        new TableRows(['url', 'field', 'now', 'to be', 'seen live'], self::rows($list)),
                        $out,
                    )
                    : RedirectFile::write($form, $list->redirects(), $out);
            },
            "{$store->slug}-release-$release-".($form === 'csv' ? 'redirects.csv' : $form),
            ['Content-Type' => RedirectFile::type($form === 'list.csv' ? 'csv' : $form)],
        );
    }

    /** @return \Generator<int, list<string>> */
    private static function rows(HandedList $list): \Generator
    {
        foreach ($list->texts() as $text) {
            yield [$text['url'], $text['field'], $text['before'], $text['after'], $text['isDone'] ? 'yes' : 'no'];
        }
        foreach ($list->addresses() as [$url, $change, $isDone]) {
            $byHand = static fn (string $value): string => $change->field instanceof AddressField
                ? ShownPart::byHand($change->field, $value)
                : $value;
            yield [
                $url->text(),
                $change->field->label(),
                $byHand($change->base),
                $byHand($change->target),
                $isDone ? 'yes' : 'no',
            ];
        }
    }
}
