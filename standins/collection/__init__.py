"""A collection of pictures, clips and sounds, as one might be found outside: searched, looked at, given out."""
