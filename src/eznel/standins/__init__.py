"""Small simulated stand-ins for devices outside, which ship with the application."""
