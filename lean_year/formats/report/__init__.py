"""What is handed over on paper: the report for the owner, the install sheet, the survey sheet. PDF by Typst."""
