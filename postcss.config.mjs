export default {
  plugins: {
    '@csstools/postcss-global-data': { files: ['./src/ui/common/media.css'] },
    'postcss-custom-media': {},
    'postcss-preset-mantine': {},
  },
};
