@extends('frame')
@section('title', 'Add a store')
@section('content')
    <div class="head"><h1>Add a store</h1></div>
    @if ($isOver)<p class="note is-hand" role="alert">What was seen of the shop is kept for two hours. Type the address again.</p>@endif
    @if ($sight === null)
        @if ($first)<p class="headline">Find the pages that earn less than they could, write what the searcher reads, mend what hides them, send it to the shop, and see <b>what it earned</b>.</p>@endif
        <form method="post" action="{{ route('stores.look') }}" class="new-store">
            @csrf
            <label class="label-line" for="url">The address of the shop</label>
            <input class="input wide" id="url" name="url" maxlength="2048" required autofocus inputmode="url" placeholder="https://shop.example" value="{{ old('url') }}" @error('url') aria-invalid="true" @enderror>
            @if ($mayBePrivate)<p><label><input type="checkbox" name="private" value="1" @checked(old('private') === '1')> The shop stands in a private network, and this host and port may be asked</label></p>@endif
            <p class="form-end"><button class="button is-growth" data-once>Look at the shop</button> <span class="soft">its home page, robots.txt and sitemap are fetched; that takes some seconds</span></p>
        </form>
    @else
        @if (session('twice'))<p class="note"><a href="{{ route('store', session('twice')) }}">Open that store</a> or tick the last box below to add a second one.</p>@endif
        <p class="soft">Read from {{ $sight->url }}: change what is wrong, now or later under Settings.</p>
        @if ($sight->obstacle)<p class="note is-hand">{{ $sight->obstacle }}</p>@endif
        @foreach ($sight->remarks as $remark)<p class="note">{{ $remark }}</p>@endforeach
        <form method="post" action="{{ route('stores.add') }}" class="new-store">
            @csrf
            <input type="hidden" name="seen" value="{{ $key }}">
            @if ($mayBePrivate)<input type="hidden" name="private" value="1">@endif
            <table class="ledger">
                <thead><tr><th scope="col">What</th><th scope="col">Value</th><th scope="col">Read from</th></tr></thead>
                <tbody>
                    <tr><td><label for="n-name">Name</label></td><td><input class="input" id="n-name" name="name" size="40" maxlength="120" required autofocus value="{{ old('name', $sight->name->value) }}"></td><td class="soft">{{ $sight->name->from }}</td></tr>
                    <tr><td><label for="n-url">Address</label></td><td><input class="input" id="n-url" name="url" size="40" maxlength="2048" required value="{{ old('url', $sight->url) }}"></td><td class="soft">{{ $sight->pages === null ? 'what you typed' : 'what you typed; about '.App\Platform\Web\Forms::number($sight->pages).' pages in its sitemap' }}</td></tr>
                    <tr><td><label for="n-language">Language of its texts</label></td><td><input class="input" id="n-language" name="language" size="12" maxlength="35" required value="{{ old('language', $sight->language->value) }}"> <span class="soft">such as en or de-AT</span></td><td class="soft">{{ $sight->language->from }}</td></tr>
                    <tr><td><label for="n-country">Country</label></td><td><input class="input" id="n-country" name="country" size="4" maxlength="2" value="{{ old('country', $sight->country->value) }}"> <span class="soft">two letters; empty where it sells everywhere</span></td><td class="soft">{{ $sight->country->from }}</td></tr>
                    <tr><td><label for="n-currency">Currency</label></td><td><input class="input" id="n-currency" name="currency" size="4" maxlength="3" required value="{{ old('currency', $sight->currency->value) }}"></td><td class="soft">{{ $sight->currency->from }}</td></tr>
                    <tr><td><label for="n-timezone">Time zone</label></td><td><input class="input" id="n-timezone" name="timezone" size="24" maxlength="64" required list="zones" value="{{ old('timezone', $sight->timezone->value) }}"></td><td class="soft">{{ $sight->timezone->from }}</td></tr>
                </tbody>
            </table>
            <datalist id="zones">@foreach (DateTimeZone::listIdentifiers() as $zone)<option value="{{ $zone }}"></option>@endforeach</datalist>
            @if (count($sight->markets) > 1)
                <h2>Markets</h2>
                <p class="soft">The home page names them by hreflang. Each market has its own language, currency, lengths and numbers; keep those that you look after. The pages of the others are left to the first.</p>
                <table class="ledger">
                    <thead><tr><th scope="col"><span class="sr">Keep</span></th><th scope="col">Market</th><th scope="col">Language</th><th scope="col">Currency</th><th scope="col">Its pages begin with</th></tr></thead>
                    <tbody>
                    @foreach ($sight->markets as $nth => $market)
                        <tr><td><input type="checkbox" name="markets[]" value="{{ $nth }}" id="n-m-{{ $nth }}" @checked(old('markets') === null || in_array((string) $nth, (array) old('markets'), true))></td><td><label for="n-m-{{ $nth }}">{{ $market->name() }}</label></td><td>{{ $market->tag->text() }}</td><td>{{ $market->tag->country?->currency() ?? $sight->currency->value }}</td><td class="wrap-any">{{ $market->url }}</td></tr>
                    @endforeach
                    </tbody>
                </table>
            @endif
            @if ($sight->obstacle === null)<p><label><input type="checkbox" name="crawl" value="1" @checked(old('name') === null || old('crawl') === '1')> Start the first crawl at once: up to {{ App\Platform\Web\Forms::number(App\Stores\StoreSettings::fromArray([])->pageLimit) }} pages, robots.txt obeyed, slower where the shop is slow</label></p>@endif
            @if (session('twice'))<p><label><input type="checkbox" name="again" value="1"> Add a second store of the same address all the same</label></p>@endif
            <p class="form-end"><button class="button is-growth" data-once>Add the store</button> <a href="{{ route('stores.new') }}">Another address</a></p>
        </form>
    @endif
@endsection
