"""Documents: shapes that are said, stored and filed alike; strict, and without any rule of the job."""
