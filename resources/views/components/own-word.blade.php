@props(['of'])
@php($word = App\Platform\Words\OwnWord::from($of))
@php($id = 'explain-'.str_replace(' ', '-', $word->value))
<button type="button" class="explain" popovertarget="{{ $id }}">{{ $slot }}</button>@pushOnce('explained', $id)<p id="{{ $id }}" popover class="explained"><b>{{ ucfirst($word->value) }}</b> {{ $word->meaning() }}</p>@endPushOnce
