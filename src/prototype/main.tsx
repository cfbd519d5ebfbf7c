/** @jsxImportSource preact */
import { render } from 'preact';
import { Prototype } from './Prototype';
import { App } from './walked';
import './prototype.css';

// The page has one plan, which the export has put into it.
const text = JSON.parse(document.getElementById('plan')!.textContent) as string;
render(<Prototype app={new App(text)} />, document.getElementById('prototype')!);
