<table class="ledger">
    <thead><tr><th scope="col">What</th><th scope="col">Value</th><th scope="col">Meaning</th></tr></thead>
    <tbody>
    @foreach ($options as $option)
        <tr>
            <td><label for="{{ $prefix }}-{{ $option['key'] }}">{{ App\Stores\Http\SettingsGroup::labelOf($option['key']) }}</label></td>
            <td>
                @if ($option['key'] === 'feed_mapping')
                    <textarea class="textarea" id="{{ $prefix }}-feed_mapping" name="feed_mapping" rows="2" cols="42" maxlength="4000">{{ old('feed_mapping', $option['value']) }}</textarea>
                @elseif (in_array($option['key'], ['shop_token', 'feed_secret', 'hook_secret'], true))
                    <input class="input" id="{{ $prefix }}-{{ $option['key'] }}" name="{{ $option['key'] }}" type="password" size="40" maxlength="4000" autocomplete="off" placeholder="{{ $option['value'] === '' ? 'not set' : 'set; leave empty to keep it' }}">
                @else
                    <input class="input" id="{{ $prefix }}-{{ $option['key'] }}" name="{{ $option['key'] }}" size="40" maxlength="2048" value="{{ old($option['key'], $option['value']) }}">
                @endif
                @error($option['key'])<br><span class="is-hand-text">{{ $message }}</span>@enderror
            </td>
            <td class="soft">{{ $option['means'] }}</td>
        </tr>
    @endforeach
    </tbody>
</table>
