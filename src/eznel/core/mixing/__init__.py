"""From a need to an answer in whole measures: limits, mixes, concentrates, coated sizes."""
