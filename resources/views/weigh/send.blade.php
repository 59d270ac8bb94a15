@can('write', $store)
<div class="filters send" data-sum-of-picked>
    @if ($worklists !== [])
        <label>Put the ticked into <span class="select"><select name="list">@foreach ($worklists as $one)<option value="{{ $one->id }}">{{ $one->name }}, due {{ $one->due_day }}</option>@endforeach</select></span></label>
        <button class="button" data-once>Put in</button> <label title="Pages that stand in another open list are left there otherwise"><input type="checkbox" name="even" value="1"> even so where they stand in another open list</label>
    @else
        <a href="{{ route('worklists', $store) }}">Make a worklist</a> <span class="soft">to put pages into.</span>
    @endif
    <span class="soft" aria-live="polite" data-sum></span>
</div>
@endcan
