<table class="ledger">
    <thead><tr><th scope="col">What</th><th scope="col">Value</th><th scope="col">Meaning</th></tr></thead>
    <tbody>
    @foreach ($options as $option)
        <tr>
            <td><label for="{{ $prefix }}-{{ $option['key'] }}">{{ ucfirst(str_replace('_', ' ', $option['key'])) }}</label></td>
            <td>
                @if ($option['key'] === 'shop_token')
                    <input class="input" id="{{ $prefix }}-shop_token" name="shop_token" type="password" size="40" maxlength="4000" autocomplete="off" placeholder="{{ $option['value'] === '' ? 'not set' : 'set; leave empty to keep it' }}">
                @else
                    <input class="input" id="{{ $prefix }}-{{ $option['key'] }}" name="{{ $option['key'] }}" size="40" maxlength="2048" value="{{ old($option['key'], $option['value']) }}">
                @endif
            </td>
            <td class="soft">{{ $option['means'] }}</td>
        </tr>
    @endforeach
    </tbody>
</table>
