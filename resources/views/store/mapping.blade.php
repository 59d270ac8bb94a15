@extends('frame')
@section('title', 'Connect the shop')
@push('scripts')<script src="{{ app(App\Platform\Web\Assets::class)->url('mapping.js') }}" type="module"></script>@endpush
@php
    $at = "/lists/$place";
    $input = fn (string $where, string $base = '', int $size = 16, string $label = '') => ['name' => "at[$where]", 'id' => 'f'.str_replace('/', '-', $where), 'value' => old("at.$where", $typed($where)), 'base' => $base, 'size' => $size, 'label' => $label];
    $readable = ['id' => 'Number in the shop', 'number' => 'Stock number', 'name' => 'Name', 'path' => 'URL', 'slug' => 'Slug', 'version' => 'Changed or version', 'title' => 'Title', 'description' => 'Description', 'h1' => 'H1', 'canonical' => 'Canonical', 'robots' => 'Robots', 'social_title' => 'Social title', 'social_description' => 'Social text', 'social_image' => 'Social image', 'image_alt' => 'Image alt', 'intro' => 'Intro', 'structured_data' => 'Structured data', 'related_links' => 'Related links', 'image_alts' => 'Alts of further images'];
    $written = ['title', 'description', 'h1', 'canonical', 'robots', 'slug', 'social_title', 'social_description', 'social_image', 'image_alt', 'intro', 'structured_data', 'related_links', 'image_alts'];
    $count = $sample ? count($sample->entries($list)) : 0;
    $kindIsTold = ($list->kind ?? null) instanceof stdClass;
    $signIn = (string) ($draft->sign_in->by ?? 'bearer');
@endphp
@section('content')
<form method="post" action="{{ route('connect.mapping.save', $store) }}" id="mapping">
    @csrf
    <input type="hidden" name="list" value="{{ $place }}">
    <div class="head"><h1>Connect the shop</h1><span class="soft">Any admin API, by mapping</span>
        <div class="tools">
            @if ($lacks !== '')<span class="state is-hand">not whole yet</span>@elseif ($inUse && ! $isNew)<span class="state is-growth">in use</span>@elseif ($inUse)<span class="state is-hand">changed, not in use yet</span>@endif
            <button class="button" name="do" value="keep">Keep</button>
            <button class="button is-growth" name="do" value="use" @disabled($lacks !== '' || $url === '' || ($inUse && ! $isNew))>Use this mapping</button>
            <a href="{{ route('connect', $store) }}">All ways</a>
        </div>
    </div>
    @if ($leftOver)<div class="note is-hand" role="alert"><p>A trial was cut off: the {{ $leftOver['field'] }} of {{ $leftOver['id'] }} may still end in a dot.</p><button class="button is-hand" name="do" value="right">Put it back</button></div>@endif
    @if ($lacks !== '')<p class="note is-hand">Still lacking: {{ $lacks }}</p>@endif
    <details class="map-sign" @if ($url === '' || ! $hasSecret) open @endif>
        <summary>Address and key @if ($url !== '')<span class="soft">{{ $url }}, {{ ['bearer' => 'bearer token', 'header' => 'key in a header', 'basic' => 'user and password', 'client' => 'client credentials', 'none' => 'no key'][$signIn] ?? $signIn }}</span>@endif</summary>
        <div class="map-line">
            <label>Address <input class="input" name="url" size="42" maxlength="2048" value="{{ old('url', $url) }}" placeholder="https://shop.example/admin/api"></label>
            <label>Sign in with <span class="select"><select name="at[/sign_in/by]" id="sign-in">@foreach (['bearer' => 'a bearer token', 'header' => 'a key in a header', 'basic' => 'user and password', 'client' => 'client credentials', 'none' => 'nothing'] as $by => $words)<option value="{{ $by }}" @selected($signIn === $by)>{{ $words }}</option>@endforeach</select></span></label>
            <label>Secret <input class="input" name="secret" type="password" size="24" maxlength="4000" autocomplete="off" placeholder="{{ $hasSecret ? 'set; leave empty to keep it' : 'not set' }}"></label>
        </div>
        <div class="map-line" data-for="header"><label>Header <input class="input" name="at[/sign_in/header]" size="18" value="{{ $typed('/sign_in/header') }}" placeholder="Shop-Key"></label></div>
        <div class="map-line" data-for="basic client"><label>User or client id <input class="input" name="at[/sign_in/user]" size="24" value="{{ $typed('/sign_in/user') }}"></label></div>
        <div class="map-line" data-for="client">
            <label>A token is had at <input class="input" name="at[/sign_in/path]" size="18" value="{{ $typed('/sign_in/path') }}" placeholder="/oauth/token"></label>
            <label>sent as <span class="select"><select name="at[/sign_in/body]">@foreach (['form' => 'a form', 'json' => 'JSON'] as $key => $words)<option value="{{ $key }}" @selected($typed('/sign_in/body') === $key)>{{ $words }}</option>@endforeach</select></span></label>
            <label>token stands at <input class="input" name="at[/sign_in/token]" size="14" value="{{ $typed('/sign_in/token') }}" placeholder="/access_token"></label>
            <label>its seconds at <input class="input" name="at[/sign_in/seconds]" size="12" value="{{ $typed('/sign_in/seconds') }}" placeholder="/expires_in"></label>
            <label>scope <input class="input" name="at[/sign_in/scope]" size="12" value="{{ $typed('/sign_in/scope') }}"></label>
        </div>
        <div class="map-line">
            <label>At most <input class="input" name="at[/rate/per_second]" size="4" inputmode="decimal" value="{{ $typed('/rate/per_second') }}"> requests a second</label>
            <label>bursts of <input class="input" name="at[/rate/burst]" size="4" inputmode="numeric" value="{{ $typed('/rate/burst') }}"></label>
            <label>header that tells used/limit <input class="input" name="at[/rate/used_header]" size="12" value="{{ $typed('/rate/used_header') }}"></label>
            <label>An error inside a 200 stands at <input class="input" name="at[/errors/at]" size="10" data-base="answer" value="{{ $typed('/errors/at') }}"></label>
            <label>its words at <input class="input" name="at[/errors/message]" size="12" value="{{ $typed('/errors/message') }}"></label>
            <label>words that mean “later” <input class="input" name="at[/errors/wait]" size="12" value="{{ implode(', ', (array) ($draft->errors->wait ?? [])) }}"></label>
        </div>
    </details>
    <nav class="filters" aria-label="Lists of the shop">
        @foreach ($draft->lists as $i => $one)<a href="{{ route('connect.mapping', [$store, 'list' => $i]) }}" @if ($i === $place) aria-current="page" @endif>{{ ucfirst($one->name) }} <span class="n">{{ count(get_object_vars($one->fields ?? new stdClass)) }} {{ count(get_object_vars($one->fields ?? new stdClass)) === 1 ? 'field' : 'fields' }}</span></a>@endforeach
        <button class="link-button" name="do" value="add">Add a list</button>
        @if (count($draft->lists) > 1)<button class="link-button" name="do" value="drop">Take this list out</button>@endif
    </nav>
    <div class="map-line">
        <label>List <input class="input" name="at[{{ $at }}/name]" size="11" maxlength="31" pattern="[a-z0-9][a-z0-9\-]*" value="{{ $typed("$at/name") }}"></label>
        @if ($kindIsTold)
            <label>kind stands at <input class="input" name="at[{{ $at }}/kind/at]" size="10" data-base="item" value="{{ $typed("$at/kind/at") }}"></label>
            <label>and means <textarea class="textarea" name="at[{{ $at }}/kind/values]" rows="2" cols="24" spellcheck="false">{{ $typed("$at/kind/values") }}</textarea></label>
        @else
            <label>holds <span class="select"><select name="at[{{ $at }}/kind]">@foreach (['product' => 'products', 'collection' => 'collections', 'article' => 'articles', 'page' => 'plain pages', 'home' => 'the home page', 'other' => 'something else'] as $kind => $words)<option value="{{ $kind }}" @selected(($list->kind ?? '') === $kind)>{{ $words }}</option>@endforeach</select></span></label>
        @endif
        <label><span class="sr">Method of the list</span><span class="select"><select name="at[{{ $at }}/list/method]">@foreach (['' => 'GET', 'POST' => 'POST'] as $method => $words)<option value="{{ $method }}" @selected($typed("$at/list/method") === $method)>{{ $words }}</option>@endforeach</select></span></label>
        <label>Path <input class="input" name="at[{{ $at }}/list/path]" size="28" value="{{ $typed("$at/list/path") }}"></label>
        <button class="button {{ $sample ? '' : 'is-growth' }}" name="do" value="sample" data-once @disabled($url === '')>Fetch a sample</button>
        @if ($sample)<span class="soft">{{ $sample->status }} in {{ $sample->milliseconds }} ms, <b>@n($count)</b> {{ $count === 1 ? 'entry' : 'entries' }}</span>@endif
    </div>
    <div class="map-grid">
        <section aria-labelledby="answer-head">
            <h2 class="flat" id="answer-head">What the shop answered</h2>
            <p class="hint" data-map-hint>@if ($sample)Choose a field, then click its value here.@else Fetch a sample to see what the shop answers.@endif</p>
            @if ($sample)
                <div class="json" data-items="{{ $typed("$at/items") }}" data-inside="{{ $typed("$at/inside") }}" tabindex="0" role="group" aria-label="The answer">
                    @foreach ($sample->lines($list) as $line)
                        <div class="j-line j-{{ min(12, $line['depth']) }}">@if ($line['name'] !== null)<span class="soft">{{ $line['name'] }}:</span> @endif @if ($line['kind'] === 'value')<button type="button" class="j-val" data-at="{{ $line['place'] }}" title="{{ $line['place'] }}">{{ Str::limit($line['text'], 160, '…') }}</button>@elseif ($line['kind'] === 'more')<span class="soft">… {{ $line['more'] }} more</span>@elseif ($line['kind'] === 'open' && $line['text'] === '[')<button type="button" class="j-val" data-at="{{ $line['place'] }}" title="the list {{ $line['place'] }}">[</button>@else{{ $line['text'] }}@endif</div>
                    @endforeach
                </div>
            @endif
        </section>
        <section aria-labelledby="fields-head">
            <h2 class="flat" id="fields-head">Our fields</h2>
            <table class="ledger tight map-fields">
                <thead><tr><th scope="col">Field</th><th scope="col">Read at</th><th scope="col">Written at</th><th scope="col" class="num">Found</th></tr></thead>
                <tbody>
                <tr><td><label for="f-items">List of entries</label></td><td colspan="2"><input class="input" id="f-items" name="at[{{ $at }}/items]" data-base="answer" data-name="the list of entries" value="{{ $typed("$at/items") }}"></td><td class="num">@if ($sample)<span class="{{ $count ? '' : 'is-hand' }}">@n($count)</span>@endif</td></tr>
                <tr><td><label for="f-inside">Item in an entry</label></td><td colspan="2"><input class="input" id="f-inside" name="at[{{ $at }}/inside]" data-base="entry" data-name="the item in an entry" value="{{ $typed("$at/inside") }}" placeholder="the entry itself"></td><td></td></tr>
                @foreach ($readable as $field => $label)
                    @php($where = $list->fields->{$field} ?? null)
                    @php($found = $where !== null && $sample ? $sample->found($list, $where) : null)
                    <tr>
                        <td><label for="r-{{ $field }}">{{ $label }}</label></td>
                        <td><input class="input" id="r-{{ $field }}" name="at[{{ $at }}/fields/{{ $field }}]" data-base="item" data-name="{{ $label }}" spellcheck="false" value="{{ $typed("$at/fields/$field") }}" @if (in_array($field, $written)) data-writes="w-{{ $field }}" @endif></td>
                        <td>@if (in_array($field, $written))<input class="input" id="w-{{ $field }}" name="at[{{ $at }}/write/put/{{ $field }}]" spellcheck="false" aria-label="{{ $label }} is written at" value="{{ $typed("$at/write/put/$field") }}">@else<span class="soft">read only</span>@endif</td>
                        <td class="num">@if ($found !== null)<span class="{{ $found === $count ? 'is-growth' : ($found === 0 ? 'is-hand' : '') }}">@n($found)</span>@endif</td>
                    </tr>
                @endforeach
                </tbody>
            </table>
            <p class="hint">Places are JSON Pointers. “Written at” is a place in the body that is sent; without one the field is not written here. An attached record is typed as JSON (docs/connect.md).</p>
        </section>
        <section aria-labelledby="send-head">
            <h2 class="flat" id="send-head">What a change would send</h2>
            @if ($dry)@foreach ($dry as $one)<pre class="json send">{{ $one }}</pre>@endforeach
                <p class="hint">Only the changed field goes. A trial changes the shop for some seconds and puts it back.</p>
                <div class="map-line">
                    <label>Number <input class="input" name="thing" size="10" value="{{ old('thing', $sample ? App\Connectors\Shop\Mapping\Place::of($list->fields->id ?? '')->text($sample->items($list)[0] ?? null) : '') }}"></label>
                    <label><span class="sr">Field to try</span><span class="select"><select name="field">@foreach (array_keys(get_object_vars($list->write->put ?? new stdClass)) as $field)<option value="{{ $field }}">{{ $readable[$field] ?? $field }}</option>@endforeach</select></span></label>
                    <button class="button" name="do" value="try" data-once>Try it</button>
                </div>
            @else<p class="hint">Once a sample is there, and it is said how one is read and written, the exact request stands here.</p>@endif
            @if (session('trial'))
                <ol class="tries" role="status">@foreach (session('trial') as $step)<li class="{{ $step['isGood'] ? '' : 'is-hand' }}">{{ $step['words'] }} <span class="soft">{{ $step['milliseconds'] }} ms</span></li>@endforeach</ol>
            @endif
        </section>
    </div>
    <div class="map-more">
        <section aria-labelledby="m-pages">
            <h2 class="flat" id="m-pages">Pages of the list</h2>
            <div class="map-line">
                <label>Next page by <span class="select"><select name="at[{{ $at }}/paging/by]">@foreach (['none' => 'nothing, all come at once', 'page' => 'page number', 'offset' => 'offset', 'cursor' => 'a mark in the answer', 'link' => 'the Link header'] as $by => $words)<option value="{{ $by }}" @selected(($list->paging->by ?? 'none') === $by)>{{ $words }}</option>@endforeach</select></span></label>
                <label>sent as <input class="input" name="at[{{ $at }}/paging/name]" size="8" value="{{ $typed("$at/paging/name") }}" placeholder="page"></label>
                <label>or in the body at <input class="input" name="at[{{ $at }}/paging/body]" size="8" value="{{ $typed("$at/paging/body") }}"></label>
                <label>mark stands at <input class="input" name="at[{{ $at }}/paging/next]" size="10" data-base="answer" data-name="the mark of the next page" value="{{ $typed("$at/paging/next") }}"></label>
                <label>first <input class="input" name="at[{{ $at }}/paging/first]" size="2" value="{{ $typed("$at/paging/first") }}"></label>
                <label>a full page has <input class="input" name="at[{{ $at }}/paging/size]" size="4" value="{{ $typed("$at/paging/size") }}"></label>
            </div>
            <label>Body of the list, where it is asked by POST <textarea class="textarea wide" name="at[{{ $at }}/list/body]" rows="2" spellcheck="false">{{ $typed("$at/list/body") }}</textarea></label>
        </section>
        <section aria-labelledby="m-read">
            <h2 class="flat" id="m-read">Reading one</h2>
            <div class="map-line">
                <label><span class="sr">Method</span><span class="select"><select name="at[{{ $at }}/read/request/method]">@foreach (['' => 'GET', 'POST' => 'POST'] as $method => $words)<option value="{{ $method }}" @selected($typed("$at/read/request/method") === $method)>{{ $words }}</option>@endforeach</select></span></label>
                <label>Path <input class="input" name="at[{{ $at }}/read/request/path]" size="22" value="{{ $typed("$at/read/request/path") }}" placeholder="/goods/{id}"></label>
                <label>it stands at <input class="input" name="at[{{ $at }}/read/item]" size="12" value="{{ $typed("$at/read/item") }}"></label>
                <label>version header <input class="input" name="at[{{ $at }}/read/version_header]" size="8" value="{{ $typed("$at/read/version_header") }}" placeholder="ETag"></label>
                <label>where an item tells no URL, it is <input class="input" name="at[{{ $at }}/url]" size="14" value="{{ $typed("$at/url") }}" placeholder="/p/{slug}"></label>
            </div>
            <label>Body, where it is read by POST <textarea class="textarea wide" name="at[{{ $at }}/read/request/body]" rows="1" spellcheck="false">{{ $typed("$at/read/request/body") }}</textarea></label>
        </section>
        <section aria-labelledby="m-write">
            <h2 class="flat" id="m-write">Writing one</h2>
            <div class="map-line">
                <label><span class="sr">Method of writing</span><span class="select"><select name="at[{{ $at }}/write/request/method]">@foreach (['' => 'PATCH', 'PUT' => 'PUT', 'POST' => 'POST'] as $method => $words)<option value="{{ $method }}" @selected($typed("$at/write/request/method") === $method)>{{ $words }}</option>@endforeach</select></span></label>
                <label>Path <input class="input" name="at[{{ $at }}/write/request/path]" size="22" value="{{ $typed("$at/write/request/path") }}" placeholder="/goods/{id}"></label>
                <label>the changed one stands at <input class="input" name="at[{{ $at }}/write/item]" size="8" value="{{ $typed("$at/write/item") }}"></label>
                <label>“another version” is status <input class="input" name="at[{{ $at }}/write/moved]" size="8" value="{{ implode(', ', (array) ($list->write->moved ?? [])) }}" placeholder="409, 412"></label>
                <label><input type="hidden" name="at[{{ $at }}/write/each]" value=""><input type="checkbox" name="at[{{ $at }}/write/each]" value="1" @checked($list->write->each ?? false)> one field a request</label>
            </div>
            <label>Headers <textarea class="textarea wide" name="at[{{ $at }}/write/request/headers]" rows="1" spellcheck="false" placeholder="If-Match: {version}">{{ $typed("$at/write/request/headers") }}</textarea></label>
            <label>Body that the values are put into <textarea class="textarea wide" name="at[{{ $at }}/write/request/body]" rows="2" spellcheck="false">{{ $typed("$at/write/request/body") }}</textarea></label>
        </section>
        <section aria-labelledby="m-facts">
            <h2 class="flat" id="m-facts">Facts for recipes</h2>
            <label>Name and place, one a line; or the place of an object <textarea class="textarea wide" name="at[{{ $at }}/attributes]" rows="4" spellcheck="false" placeholder="maker = /facts/maker">{{ $typed("$at/attributes") }}</textarea></label>
        </section>
        <section aria-labelledby="m-addr">
            <h2 class="flat" id="m-addr">Redirects and single addresses</h2>
            <label>Redirects that are records of their own, as JSON <textarea class="textarea wide" name="at[/redirects]" rows="3" spellcheck="false">{{ isset($draft->redirects) ? json_encode($draft->redirects, JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES) : '' }}</textarea></label>
            <label>Settings of single addresses, as JSON <textarea class="textarea wide" name="at[/addresses]" rows="3" spellcheck="false">{{ isset($draft->addresses) ? json_encode($draft->addresses, JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES) : '' }}</textarea></label>
            <label>Where uses of redirects are counted, as JSON <textarea class="textarea wide" name="at[/hits]" rows="1" spellcheck="false">{{ isset($draft->hits) ? json_encode($draft->hits, JSON_UNESCAPED_SLASHES) : '' }}</textarea></label>
        </section>
    </div>
    <div class="form-end"><button class="button" name="do" value="keep">Keep</button> <a href="{{ route('connect.mapping.export', $store) }}">Download the mapping</a> <a href="{{ route('schema.mapping') }}">Its schema</a></div>
</form>
<form method="post" action="{{ route('connect.mapping.import', $store) }}" enctype="multipart/form-data" class="form-end">@csrf<label for="mapping-file">Bring a mapping in:</label> <input class="input" type="file" id="mapping-file" name="file" accept=".json" required> <button class="button">Bring it in</button></form>
@endsection
