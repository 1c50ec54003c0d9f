"""A place's ground on a day: what is known of it, mending it, and what is worked in."""
