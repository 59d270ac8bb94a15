@can('write', $store)
<div class="filters send" data-sum-of-picked>
    <label>Put the ticked into <span class="select"><select name="list">@foreach ($worklists as $one)<option value="{{ $one->id }}">{{ $one->name }}, due {{ App\Platform\Web\Forms::day($one->dueDay) }}</option>@endforeach<option value="new">a new worklist</option></select></span></label>
    <label class="only-new">named <input class="input" name="new_name" maxlength="120" size="16" value="{{ now($store->timezone)->format('F Y') }}"></label>
    <button class="button" data-once>Add to the worklist</button> <label title="Otherwise pages of other open worklists are left there"><input type="checkbox" name="even" value="1"> also pages of other open worklists</label>
    <span class="soft" aria-live="polite" data-sum></span>
</div>
@endcan
