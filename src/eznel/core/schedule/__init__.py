"""Days and first amounts of jobs: programmes, bases, blends that were kept."""
