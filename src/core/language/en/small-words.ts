/** Words that begin what belongs together: a row of a caption breaks before them, not after (common practice). */
export const BEGINS_PART = /^(?:and|but|or|so|then|to|with|from|for|in|on|of|if|when|while|because|that|as|until)$/i;
