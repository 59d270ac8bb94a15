{{ Illuminate\Support\Carbon::parse($at, 'UTC')->setTimezone($store->timezone)->format('D j M Y, H:i') }}
