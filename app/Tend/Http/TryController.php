<?php

declare(strict_types=1);

namespace App\Tend\Http;

use App\Connectors\Http\GuardedHttp;
use App\Connectors\Http\HttpRequest;
use App\Stores\Models\Store;
use App\Tend\Lists\RichLine;
use Illuminate\Http\Request;
use Illuminate\View\View;
use Orchard\Core\Markup\Charset;
use Orchard\Core\Markup\PageDetails;
use Orchard\Core\Markup\PageReader;
use Orchard\Core\StructuredData\ProductData;
use Orchard\Core\StructuredData\StructuredJudge;
use Orchard\Core\Url\PageUrl;

/** Judges the structured data of a text that is pasted, or of a page of the store that is asked for at once. */
final class TryController
{
    private const MOST = 500_000;

    public function show(Store $store): View
    {
        return view('tend.try', [
            'store' => $store,
            'given' => '',
            'faults' => null,
            'product' => null,
            'rich' => '',
            'types' => [],
            'problem' => null,
        ]);
    }

    public function look(Request $request, Store $store): View
    {
        $given = trim(
            (string) $request->validate(
                ['given' => ['required', 'string', 'max:'.self::MOST]],
                ['given.required' => 'Paste JSON-LD, HTML or an address of the store.'],
            )['given'],
        );
        [$details, $problem] = $this->read($store, $given);

        return view('tend.try', [
            'store' => $store,
            'given' => $given,
            'problem' => $problem,
            'faults' => $details === null ? null : StructuredJudge::look($details[0], $details[1]),
            'product' => $details === null ? null : ProductData::of($details[0]),
            'rich' => $details === null ? '' : RichLine::of($details[0]),
            'types' => $details[2] ?? [],
        ]);
    }

    /**
     * @return array{?array{list<mixed>, list<string>, list<string>}, ?string} structured data, errors and types; or why
     * there are none
     */
    private function read(Store $store, string $given): array
    {
        if (preg_match('~^(https?://|/)\S*$~i', $given) === 1) {
            $url = str_starts_with($given, '/') ? $store->baseUrl()->resolve($given) : PageUrl::parse($given);
            if ($url === null || ! $url->sameHostAs($store->baseUrl())) {
                return [null, 'This is no address of the store.'];
            }
            $options = $store->options();
            $answer = GuardedHttp::allowing($options->privateHosts)->fetch(
                new HttpRequest($url, timeout: min(10, $options->timeout), maxBytes: $options->pageBytes),
            );
            if ($answer->status !== 200) {
                return [null, $answer->problem ?? "The page answers $answer->status."];
            }

            return [self::ofHtml(Charset::toUtf8($answer->body, $answer->header('content-type')), $url), null];
        }
        if (str_starts_with($given, '<')) {
            return [self::ofHtml($given, $store->baseUrl()), null];
        }
        $data = json_decode($given, true, 64);

        return is_array($data)
            ? [[[$data], [], []], null]
            : [[[], [lcfirst(json_last_error_msg()).': '.mb_substr($given, 0, 80)], []], null];
    }

    /** @return array{list<mixed>, list<string>, list<string>} */
    private static function ofHtml(string $html, PageUrl $url): array
    {
        $facts = PageReader::read($html, $url);
        $details = $facts->details;

        return $details instanceof PageDetails
            ? [$details->structured, $details->structuredErrors, $facts->types]
            : [[], [], $facts->types];
    }
}
