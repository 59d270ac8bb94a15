{{-- All rows in one template: an include for each would double the time. --}}
@foreach ($rows as $row)
<tr data-row="{{ $row->id }}" data-name="{{ $row->name }}" data-url="{{ $row->url }}" data-market="{{ $row->marketId }}">
    @if ($mayWrite)<td><input type="checkbox" class="pick" name="rows[]" value="{{ $row->id }}" aria-label="Tick {{ $row->name }}"></td>@endif
    <td><span class="two" title="{{ $row->name }}">{{ $row->name }}</span><a class="two now" href="{{ $row->pageId ? $pageUrl.$row->pageId : $row->url }}" tabindex="-1">{{ $row->path() }}</a></td>
    @if ($window)<td class="num"><span class="two">@n($row->clicks)</span><span class="two now">@n($row->impressions)</span></td>@endif
    @foreach ($row->cells as $cell)
        <td>
            <span class="two now @if (($cell->shown ?? '') === '') none @endif" title="{{ $cell->shown }}">{{ $cell->shown === null ? 'not crawled yet' : ($cell->shown === '' ? 'nothing live' : $cell->shown) }}</span>
            <input class="type @if ($cell->draft !== null) is-draft @endif" data-field="{{ $cell->field->key() }}" data-saved="{{ $cell->typed() }}" data-stored="{{ $cell->stored }}" data-shown="{{ $cell->shown }}" data-suffix="{{ $cell->suffix }}" data-revision="{{ $cell->revision }}" data-draft="{{ $cell->draft !== null ? 'yes' : 'no' }}" value="{{ $cell->typed() }}" maxlength="{{ $cell->field->longest() }}" aria-label="{{ $cell->field->label() }} of {{ $row->name }}" placeholder="nothing in the shop" autocomplete="off" spellcheck="true"@if (! $mayWrite) readonly @endif>
        </td>
        <td class="room"><span class="two now" data-characters="{{ $cell->field->key() }}"></span><span class="two" data-left="{{ $cell->field->key() }}"></span></td>
    @endforeach
    <td>
        @foreach ($row->cells as $cell)<span class="two">@if ($loop->first)<span class="state" data-state>{{ $row->state()?->label() }}</span> @endif @if ($cell->note)<span class="checks" title="{{ $cell->field->label() }} {{ $cell->note }}">{{ Illuminate\Support\Str::limit($cell->note, 40) }}</span> @endif<span class="checks" data-checks-of="{{ $cell->field->key() }}" title="{{ $cell->field->label() }}: {{ $cell->checksInWords() ?: 'no issues' }}{{ $cell->note ? '; '.$cell->note : '' }}">{{ $cell->checks ? $cell->field->label().': '.$cell->checks[0]->label() : '' }}</span></span>@endforeach
    </td>
</tr>
@endforeach
