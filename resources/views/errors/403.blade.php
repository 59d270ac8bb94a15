@extends('errors.plain')
@section('title', 'Your role does not allow this')
@section('words', ($exception->getMessage() ?: 'This needs another role in the store.').' The store’s owner can change your role under People.')
