"""From a need to an answer in whole measures: limits, mixes, stock tanks, coated sizes."""
