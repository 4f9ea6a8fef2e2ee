import '@fontsource-variable/inter/index.css';
import '@fontsource-variable/source-serif-4/index.css';
