import { configure } from '@testing-library/react';

/** How long something takes says nothing: machines that run the tests may be slow. */
configure({ asyncUtilTimeout: 30_000 });
