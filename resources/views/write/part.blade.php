<li>
    <span>
        <label class="sr" for="p-{{ $i }}-f">What this part is</label>
        <span class="select"><select id="p-{{ $i }}-f" name="parts[{{ $i }}][fact]"><option value="">fixed words</option>@foreach ($facts as $fact)<option value="{{ $fact }}" @selected(($part['fact'] ?? '') === $fact)>{{ App\Write\Recipes\RecipeFacts::label($fact) }}</option>@endforeach</select></span>
    </span>
    <span><label class="sr" for="p-{{ $i }}-w">Words, or words before the fact</label><input class="input wide" id="p-{{ $i }}-w" name="parts[{{ $i }}][words]" maxlength="200" value="{{ $part['words'] ?? '' }}" placeholder="words, or words before the fact"></span>
    <span>
        <label class="sr" for="p-{{ $i }}-r">When it is left out</label>
        <span class="select"><select id="p-{{ $i }}-r" name="parts[{{ $i }}][rank]">@foreach ([0 => 'always stays', 3 => 'left out first', 2 => 'left out next', 1 => 'left out last'] as $rank => $label)<option value="{{ $rank }}" @selected((int) ($part['rank'] ?? 0) === $rank)>{{ $label }}</option>@endforeach</select></span>
    </span>
    <span class="nowrap"><button type="button" class="button" data-up aria-label="Earlier">↑</button> <button type="button" class="button" data-down aria-label="Later">↓</button> <button type="button" class="button" data-remove aria-label="Remove this part">✕</button></span>
</li>
