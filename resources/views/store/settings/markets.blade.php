@foreach ($markets as $market)
    <h2>{{ count($markets) === 1 ? 'The store’s one market' : 'Market '.$market->name }}</h2>
    <form method="post" action="{{ route('settings.market', [$store, $market]) }}">
        @csrf
        @include('store.options', ['options' => array_filter(App\Stores\MarketOptions::list($market), fn ($option) => count($markets) > 1 || ! in_array($option['key'], ['market_name', 'host', 'path'])), 'prefix' => 'm'.$market->id])
        <div class="form-end"><button class="button is-growth">{{ count($markets) === 1 ? 'Keep these' : 'Keep market '.$market->name }}</button>
            @if (count($markets) > 1)<button class="button" formaction="{{ route('settings.market.remove', [$store, $market]) }}">Take market {{ $market->name }} out</button>@endif
        </div>
    </form>
@endforeach
<form method="post" action="{{ route('settings.markets', $store) }}" class="form-end">
    @csrf
    <label for="market-name">{{ count($markets) === 1 ? 'Sold in another country or language too? Name that market:' : 'One more market:' }}</label>
    <input class="input" id="market-name" name="name" size="24" maxlength="80" required value="{{ old('name') }}">
    <label for="market-country">country</label> <input class="input" id="market-country" name="country" size="3" maxlength="2" pattern="[A-Za-z]{2}" value="{{ old('country') }}">
    <button class="button">Add the market</button>
</form>
