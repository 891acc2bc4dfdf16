console.log("x");
