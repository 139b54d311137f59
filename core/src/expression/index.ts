export {
  EXPRESSION_CALLS,
  parseExpression,
  type Expression,
  type ExpressionCall,
  type ParsedExpression,
} from './expression';
export { comparisonsIn, evaluate, expressionWords, namesIn, truth, type World } from './evaluate';
