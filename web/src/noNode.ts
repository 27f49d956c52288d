/** Stands for Node’s own modules in libraries that ask for them where there is no Node. */
export {}
