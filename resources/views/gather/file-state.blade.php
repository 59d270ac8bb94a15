@php($words = ['arriving' => 'arriving', 'look' => 'to be checked', 'running' => 'under way', 'done' => 'imported', 'failed' => 'failed', 'stopped' => 'stopped', 'back' => 'removed'])
<span class="state {{ in_array($import->state, ['failed', 'stopped', 'look', 'arriving'], true) ? 'is-hand' : ($import->state === 'done' ? 'is-growth' : '') }}">{{ $words[$import->state] ?? $import->state }}</span>
