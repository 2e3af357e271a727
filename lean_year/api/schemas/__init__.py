"""Bodies of requests and answers, a file for each area of the API, as its routers."""
