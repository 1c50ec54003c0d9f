"""What the ground and tubs hold of water, day by day: what evaporates, what is left, what to give.

By the crop coefficient method of the FAO's Irrigation and Drainage Paper 56.
"""
