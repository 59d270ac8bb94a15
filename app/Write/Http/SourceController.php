<?php

declare(strict_types=1);

namespace App\Write\Http;

use App\Stores\Models\Store;
use App\Write\Suggestions\Source;
use App\Write\Suggestions\Sources;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use InvalidArgumentException;
use Orchard\Core\Wording\Suggestions\Brief;
use Orchard\Core\Wording\Suggestions\Style;
use Orchard\Core\Wording\TextField;

/** The services that write texts for a store; its owner sets them. */
final class SourceController
{
    public function put(Request $request, Store $store, Sources $sources): RedirectResponse
    {
        $given = $request->validate([
            'name' => ['required', 'string', 'max:60'],
            'url' => ['required', 'string', 'max:400'],
            'model' => ['required', 'string', 'max:100'],
            'key' => ['nullable', 'string', 'max:500', 'regex:/^[\x21-\x7e]*$/'],
            'price_in' => ['nullable', 'numeric', 'between:0,10000'],
            'price_out' => ['nullable', 'numeric', 'between:0,10000'],
            'currency' => ['nullable', 'regex:/^[A-Z]{3}$/'],
        ]);
        try {
            $sources->put(
                $store,
                new Source(
                    0,
                    trim((string) $given['name']),
                    trim((string) $given['url']),
                    trim((string) $given['model']),
                    (string) ($given['key'] ?? ''),
                    (float) ($given['price_in'] ?? 0),
                    (float) ($given['price_out'] ?? 0),
                    (string) ($given['currency'] ?? 'EUR'),
                ),
            );
        } catch (InvalidArgumentException $wrong) {
            return back()
                ->withInput($request->except('key'))
                ->withErrors(['url' => $wrong->getMessage()]);
        }

        return back()->with('done', 'Kept. Try it, or ask it for texts from the writing desk.');
    }

    /** Asks a source for one title of a page that does not exist, and says what came. */
    public function try(Store $store, Sources $sources, int $source): RedirectResponse
    {
        $one = $sources->find($store, $source) ?? abort(404);
        $brief = new Brief(TextField::Title, 'en', new Style(), 2, 0, 60, 'Sample Pot', [
            'material' => 'stoneware',
            'colour' => 'blue',
        ]);
        try {
            foreach ($sources->client($store, $one)->ask([$brief->messages()], 200) as $answer) {
                if ($answer->problem !== null) {
                    return back()->withErrors(['source' => "$one->name: $answer->problem"]);
                }
                $came = mb_substr((string) preg_replace('/\s+/u', ' ', $answer->content), 0, 200);

                return back()->with('done', "$one->name answered: $came");
            }
        } catch (InvalidArgumentException $wrong) {
            return back()->withErrors(['source' => $wrong->getMessage()]);
        }

        return back();
    }

    public function remove(Store $store, Sources $sources, int $source): RedirectResponse
    {
        $sources->remove($store, $source);

        return back()->with('done', 'It is asked no more. What it wrote stays.');
    }
}
