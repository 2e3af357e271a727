"""What lifts and presses the water: pumps, pressure vessels, peak flow, air gaps."""
