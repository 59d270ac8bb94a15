<?php

declare(strict_types=1);

namespace App\Release\Http;

use App\Platform\Tables\TableWriter;
use App\Release\Handing\HandedList;
use App\Release\Handing\Handover;
use App\Release\Handing\ShareLinks;
use App\Release\Releases;
use App\Stores\Models\Store;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\DB;
use Illuminate\View\View;
use InvalidArgumentException;
use Orchard\Core\Redirects\ApacheRules;
use Orchard\Core\Redirects\NginxRules;
use Orchard\Core\Redirects\Redirect;
use Symfony\Component\HttpFoundation\StreamedResponse;

/**
 * What a release hands over: files for the shop's import, and the list for a person or a developer, also by a link
 * without an account.
 */
final readonly class HandoverController
{
    private const FORMS = ['redirects.csv', 'nginx.conf', 'apache.conf', 'apache.txt', 'list.csv'];

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
        $name = DB::table('release_batches')->where('store_id', $store->id)->where('id', $release)->value('name');

        return is_string($name) ? $name : abort(404);
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
        abort_unless(in_array($form, self::FORMS, true), 404);
        $list = new HandedList($store, $release);

        return response()->streamDownload(
            static function () use ($list, $form): void {
                $out = fopen('php://output', 'wb') ?: throw new \RuntimeException('No output.');
                if ($form === 'list.csv') {
                    TableWriter::write('csv', ['url', 'field', 'now', 'to be', 'seen live'], self::rows($list), $out);

                    return;
                }
                $lines = $list->redirects();
                if ($form === 'redirects.csv') {
                    TableWriter::write(
                        'csv',
                        ['from', 'to', 'status'],
                        array_map(
                            static fn (Redirect $line): array => [
                                $line->from->text(),
                                $line->to?->text() ?? 'gone',
                                $line->status,
                            ],
                            $lines,
                        ),
                        $out,
                    );

                    return;
                }
                if ($form === 'nginx.conf') {
                    $rules = NginxRules::write($lines);
                    echo "# For the http block:\n{$rules['maps']}\n# For the server block, before its locations:\n#".
                        str_replace("\n", "\n#", rtrim($rules['server'])).
                        "\n";

                    return;
                }
                $rules = ApacheRules::write($lines, 'conf/redirects.txt');
                echo $form === 'apache.txt' ? $rules['map'] : $rules['rules'];
            },
            "{$store->slug}-release-$release-$form",
            ['Content-Type' => str_ends_with($form, '.csv') ? 'text/csv; charset=utf-8' : 'text/plain; charset=utf-8'],
        );
    }

    /** @return \Generator<int, list<string>> */
    private static function rows(HandedList $list): \Generator
    {
        foreach ($list->texts() as $text) {
            yield [$text['url'], $text['field'], $text['before'], $text['after'], $text['isDone'] ? 'yes' : 'no'];
        }
        foreach ($list->addresses() as [$url, $change, $isDone]) {
            yield [$url->text(), $change->field->label(), $change->base, $change->target, $isDone ? 'yes' : 'no'];
        }
    }
}
