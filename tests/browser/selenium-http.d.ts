/** The types of the package name its folder, which Node cannot import. */
declare module 'selenium-webdriver/http/index.js' {
  export * from 'selenium-webdriver/http';
}
