"""What a supply costs: to buy, to own over years, and for each cubic metre that it delivers."""
