@extends('frame')
@section('title', $facts?->title ?? $page->url)
@php
    $depth = $index?->depth;
@endphp
@section('content')
    <nav class="filters" aria-label="The list it came from" data-list-steps hidden></nav>
    <div class="head"><h1 class="wrap-any">{{ $facts?->title ?: ($page->resourceName ?? 'A page without a title') }}</h1></div>
    <p class="wrap-any"><a href="{{ $page->url }}" rel="noreferrer">{{ $page->url }}</a></p>
    <div class="columns-2">
        <div>
            @if ($facts && $facts->status === 200)
                @include('card', ['title' => $texts[1]->shown ?? $facts->title, 'description' => $texts[2]->shown ?? $facts->description, 'url' => $page->url, 'slot' => 'desktop'])
            @endif
            @if ($numbers)@include('gather.numbers')@endif
            @if ($page->resourceId)
                <h2>Texts</h2>
                @foreach (Orchard\Core\Wording\TextField::cases() as $field)
                    @php($text = $texts[$field->value] ?? null)
                    @php($draft = $drafts[$field->value] ?? null)
                    @if ($text)
                        <form method="post" action="{{ route('write.text', [$store, $page->resourceId, $field->key()]) }}">
                            @csrf
                            <input type="hidden" name="revision" value="{{ $draft?->revision ?? 0 }}">
                            <label class="label-line" for="f-{{ $field->key() }}">{{ $field->label() }}@if ($draft), <span class="state">{{ $draft->state->label() }}</span>@endif</label>
                            <p class="hint">Shown now: {{ ($text->shown ?? '') === '' ? 'nothing' : $text->shown }}</p>
                            @can('write', $store)
                                <textarea class="textarea wide" id="f-{{ $field->key() }}" name="text" rows="{{ $field === Orchard\Core\Wording\TextField::Title ? 2 : 3 }}" maxlength="{{ $field->longest() }}">{{ old('text', $draft?->value ?? $text->stored) }}</textarea>
                                <button class="button">Save as draft</button>
                            @else
                                <p>{{ $draft?->value ?? $text->stored }}</p>
                            @endcan
                        </form>
                    @endif
                @endforeach
                <h2>History</h2>
                <table class="ledger">
                    <thead><tr><th scope="col">When</th><th scope="col">Who and what</th><th scope="col">Before and after</th></tr></thead>
                    <tbody>
                    @forelse ($history as $entry)
                        @php($field = $entry->resourceId > 0 ? Orchard\Core\Wording\TextField::from($entry->field) : App\Changes\AddressField::from($entry->field))
                        @php($briefly = static fn (string $value): string => $value === '' ? 'nothing' : ($field instanceof App\Changes\AddressField ? mb_strimwidth($field->brief($value), 0, 300, '…') : $value))
                        <tr>
                            <td class="nowrap">{{ App\Platform\Web\Forms::moment($entry->createdAt, $store->timezone) }}</td>
                            <td>{{ $entry->userName ?? ($entry->event === App\Changes\HistoryEvent::Seen ? 'The text' : 'Young Orchard') }} {{ $entry->event->words() }} <span class="soft">({{ $field instanceof App\Changes\AddressField ? lcfirst($field->label()) : $field->words() }}@if ($entry->origin), by {{ $entry->origin }}@endif)</span>@if ($entry->note)<br><span class="soft">{{ $entry->note }}</span>@endif</td>
                            <td>@if ($entry->before !== null)<del>{{ $briefly($entry->before) }}</del><br>@endif @if ($entry->after !== null)<ins>{{ $briefly($entry->after) }}</ins>@endif</td>
                        </tr>
                    @empty
                        <tr><td colspan="3">No changes yet.</td></tr>
                    @endforelse
                    </tbody>
                </table>
            @endif
            <h2 id="links-in">Links in, from page texts</h2>
            <table class="ledger"><tbody>
            @forelse ($linksIn as $link)<tr><td class="clip"><a href="{{ route('page', [$store, $link->id]) }}">{{ App\Stores\Http\ShownUrl::of($store, $link->url) }}</a></td><td class="clip">{{ $link->anchor }}</td><td>{{ $link->rel() }}</td></tr>@empty<tr><td>None.</td></tr>@endforelse
            </tbody></table>
            <h2 id="links-out">Links out, from its text</h2>
            <table class="ledger"><tbody>
            @forelse ($linksOut as $link)<tr><td class="clip"><a href="{{ route('page', [$store, $link->id]) }}">{{ App\Stores\Http\ShownUrl::of($store, $link->url) }}</a></td><td class="clip">{{ $link->anchor }}</td><td>{{ $link->rel() }}</td></tr>@empty<tr><td>None.</td></tr>@endforelse
            </tbody></table>
            @if ($details['images'] ?? [])
                <h2>Images</h2>
                <table class="ledger"><tbody>@foreach (array_slice($details['images'], 0, 40) as $image)<tr><td class="clip">{{ App\Stores\Http\ShownUrl::of($store, $image['src']) }}</td><td class="clip">@if ($image['alt'] === null)<span class="state is-hand">no alt</span>@else{{ $image['alt'] === '' ? '(empty on purpose)' : $image['alt'] }}@endif</td><td class="num">{{ $image['width'] ? $image['width'].' × '.$image['height'] : '' }}</td><td class="num">@if (is_int($sizes[$image['src']] ?? null))@n($sizes[$image['src']])@else{{ $sizes[$image['src']] ?? '' }}@endif</td></tr>@endforeach</tbody></table>
                @can('write', $store)<form method="post" action="{{ route('page.images', [$store, $page->id]) }}" class="form-end">@csrf<button class="button" data-once>Ask for their bytes</button></form>@endcan
            @endif
            @if ($told->backlinks)
                <h2>Backlinks</h2>
                <table class="ledger"><tbody>@foreach ($told->backlinks as $link)<tr><td class="clip">{{ $link->sourceUrl }}</td><td class="clip">{{ $link->anchor }}</td><td>{{ $link->followed ? '' : 'nofollow' }}</td></tr>@endforeach</tbody></table>
            @endif
            @if ($details['structured'] ?? [])
                <details><summary>Structured data</summary><pre class="wrap-any">{{ json_encode($details['structured'], JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES) }}</pre></details>
            @endif
            @if ($details['social'] ?? [])
                <details><summary>Social tags</summary><dl class="facts">@foreach ($details['social'] as $name => $value)<dt>{{ $name }}</dt><dd>{{ $value }}</dd>@endforeach</dl></details>
            @endif
            @if ($ownText !== '')
                <details><summary>Text of the page, without navigation and repeated parts</summary><p class="text-own">{{ Illuminate\Support\Str::limit($ownText, 20000) }}</p></details>
            @endif
        </div>
        <div>
            <h2>Facts</h2>
            @include('gather.facts')
            @can('write', $store)
                @if ($product || ($index && $index->kind === App\Stores\Kinds\PageKind::Product))
                    <form method="post" action="{{ route('page.life', [$store, $page->id]) }}" class="form-end">@csrf
                        <label for="life">The product is</label>
                        <span class="select"><select id="life" name="life">@foreach (Orchard\Core\StructuredData\LifeState::cases() as $state)<option value="{{ $state->key() }}" @selected($product && $product->life === $state && $product->isByHand())>{{ $state === Orchard\Core\StructuredData\LifeState::Unknown ? 'as imports and the page say' : $state->label() }}</option>@endforeach</select></span>
                        <label for="back_on">back on</label> <input class="input" id="back_on" name="back_on" type="date" value="{{ $product->backOn ?? '' }}">
                        <button class="button">Keep</button>
                    </form>
                @endif
                <form method="post" action="{{ route('gather.render', $store) }}" class="form-end">@csrf<input type="hidden" name="page" value="{{ $page->id }}"><button class="button">Render with JavaScript</button></form>
                <form method="post" action="{{ route('page.successor', [$store, $page->id]) }}" class="form-end">@csrf
                    <label for="successor">Moved to</label> <input class="input" id="successor" name="address" size="26" maxlength="2048" value="{{ old('address', $successor->to->url ?? '') }}"> <button class="button">Keep</button>
                </form>
            @endcan
            @if ($details['headings'] ?? [])
                <h2>Headings</h2>
                <ol class="outline">@foreach (array_slice($details['headings'], 0, 60) as $heading)<li class="l-{{ $heading['level'] }}"><span class="soft">{{ $heading['level'] ? 'H'.$heading['level'] : 'only styled' }}</span> {{ $heading['text'] }}</li>@endforeach</ol>
            @endif
            @if ($told->crawlers)
                <h2>Crawlers, 90 days</h2>
                <table class="ledger"><tbody>@foreach ($told->crawlers as $crawler)<tr><td>{{ $crawler->crawler }}</td><td class="num">{{ $crawler->status }}</td><td class="num">@n($crawler->fetches)</td><td class="nowrap">{{ App\Platform\Web\Forms::day($crawler->lastDay) }}</td></tr>@endforeach</tbody></table>
            @endif
            @if ($earlier !== [])
                <h2>Earlier</h2>
                <table class="ledger"><tbody>@foreach ($earlier as $old)<tr><td>until crawl {{ $old->toCrawl }}</td><td>{{ $old->status }}, {{ $old->title ?? 'no title' }}</td></tr>@endforeach</tbody></table>
            @endif
        </div>
    </div>
@endsection
