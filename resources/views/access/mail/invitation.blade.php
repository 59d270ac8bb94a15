You have been invited to {!! $store !!} in Young Orchard, as {{ $role->value }} ({!! $role->means() !!}).

Open this link within seven days. It works once:
{!! $link !!}

If you did not expect this, leave the link alone: nothing happens then.
